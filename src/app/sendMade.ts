import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { failureInWords } from '@/app/fileWords';
import { askedWorkId } from '@/app/workId';
import type { MadeFile, OutgoingWish } from '@/lab/outgoing/makeOutgoing';
import { work } from '@/lab/work/work';

/**
 * Lets what leaves the lab be made on a process of its own and sends it once it is whole. Whoever turns away stops it.
 * @param headersOf what is said of it beside its type and size
 */
export async function sendMade(
  request: Request,
  wish: OutgoingWish,
  headersOf: (made: MadeFile) => Record<string, string>,
): Promise<Response> {
  const folder = await mkdtemp(join(tmpdir(), 'abanico-out-'));
  const file = join(folder, 'made');
  const gone = () => rm(folder, { recursive: true, force: true });
  const id = askedWorkId(request);
  const stop = () => work().stop(id);
  request.signal.addEventListener('abort', stop, { once: true });
  try {
    const made = await work().run('make', { wish, file }, id);
    if (!made) {
      await gone();
      return new Response('no such round-up', { status: 404 });
    }
    const { size } = await stat(file);
    const stream = createReadStream(file);
    stream.once('close', () => void gone());
    return new Response(Readable.toWeb(stream) as ReadableStream<Uint8Array>, {
      headers: { 'content-type': made.type, 'content-length': String(size), ...headersOf(made) },
    });
  } catch (error) {
    await gone();
    return failureInWords(request, error);
  } finally {
    request.signal.removeEventListener('abort', stop);
  }
}
