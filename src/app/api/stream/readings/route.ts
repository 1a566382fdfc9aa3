import { toldFailure } from '@/app/api/jsonBody';
import { isPushToken, PushRefused, takePushed } from '@/lab/bench/takePushed';

/** Readings that a program pushes: newline-ended JSON, with the lab's token as `Authorization: Bearer …`. */
export async function POST(request: Request) {
  try {
    const token = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    if (!(await isPushToken(token)))
      return Response.json(
        { message: 'The token is wrong: the right one stands on the Bench page.' },
        { status: 401 },
      );
    if (!request.body) return Response.json({ message: 'There are no lines.' }, { status: 422 });
    return Response.json(await takePushed(request.body as unknown as AsyncIterable<Uint8Array>));
  } catch (error) {
    if (error instanceof PushRefused)
      return Response.json({ message: error.message }, { status: error.status });
    return toldFailure(error);
  }
}
