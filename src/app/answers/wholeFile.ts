import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';

/**
 * Sends a file once it is whole, so that what is downloaded never breaks off in the middle; 404 where there is none.
 * @param make writes the file and gives back what is said of it, or null
 */
export async function sendWhole(
  make: (file: string) => Promise<Record<string, string> | null>,
): Promise<Response> {
  const folder = await mkdtemp(join(tmpdir(), 'abanico-out-'));
  const file = join(folder, 'made');
  const gone = () => rm(folder, { recursive: true, force: true });
  try {
    const headers = await make(file);
    if (!headers) {
      await gone();
      return new Response('there is no such thing here', { status: 404 });
    }
    const { size } = await stat(file);
    const stream = createReadStream(file);
    stream.once('close', () => void gone());
    return new Response(Readable.toWeb(stream) as ReadableStream<Uint8Array>, {
      headers: { 'content-length': String(size), ...headers },
    });
  } catch (error) {
    await gone();
    throw error;
  }
}
