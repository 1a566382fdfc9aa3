import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { keepListening } from '@/lab/sound/changeRecording';
import { listeningRequest } from '@/lab/sound/schemas';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, listeningRequest, async (order) => Response.json(await keepListening(id, order)));
}
