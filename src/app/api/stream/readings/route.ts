import { toldFailure } from '@/app/api/jsonBody';
import { bodyChunks } from '@/app/api/requestBody';
import { isOurHost, isOurWrite } from '@/app/whoMayAsk';
import { isPushToken } from '@/lab/bench/pushToken';
import { countRequest, PushRefused, takePushed } from '@/lab/bench/takePushed';

/** Readings that a program pushes: newline-ended JSON, with the lab's token as `Authorization: Bearer …`. */
export async function POST(request: Request) {
  // A program has no page of ours; a browser that carries another site's page here is refused.
  const from = request.headers.get('origin');
  if (!isOurHost(request.headers) || (from !== null && !isOurWrite(request.headers)))
    return Response.json({ message: 'Refused: the request comes from another site.' }, { status: 403 });
  try {
    countRequest();
    const token = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    if (!(await isPushToken(token)))
      return Response.json(
        { message: 'The token is wrong: the Bench page shows the right one.' },
        { status: 401 },
      );
    if (!request.body) return Response.json({ message: 'There are no lines.' }, { status: 422 });
    return Response.json(await takePushed(bodyChunks(request)));
  } catch (error) {
    if (error instanceof PushRefused)
      return Response.json(
        { message: error.message },
        { status: error.status, headers: error.waitS ? { 'retry-after': String(error.waitS) } : {} },
      );
    return toldFailure(error);
  }
}
