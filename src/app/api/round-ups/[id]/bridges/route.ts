import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { bridgeRequest } from '@/lab/bridge/bridgeRequest';
import { changeBridge } from '@/lab/bridge/changeBridge';
import { Refused } from '@/lab/refusal';

export async function POST(incoming: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(incoming, bridgeRequest, async (wish) => {
    const view = await roundUpView(id);
    if (!view) throw new Refused('This round-up is not there any more.');
    await changeBridge(view, wish);
    return Response.json({});
  });
}
