import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { correctionRequest } from '@/lab/drift/correctionRequest';
import { correctMeter } from '@/lab/drift/correctMeter';
import { Refused } from '@/lab/refusal';

export async function POST(incoming: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(incoming, correctionRequest, async (wish) => {
    const view = await roundUpView(id);
    if (!view) throw new Refused('This round-up is not there any more.');
    return Response.json(await correctMeter(view.roundUp.rigId, wish));
  });
}
