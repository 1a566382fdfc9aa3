import { randomUUID } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { idFrom } from '@/app/ids';
import { toldFailure } from '@/app/api/jsonBody';
import { MOST_PHOTO_BYTES } from '@/lab/publish/photoBounds';
import { Refused } from '@/lab/refusal';
import { work } from '@/lab/work/work';

/** A photograph as it comes, up to what one may have: the rest is never read. */
async function limitedBytes(request: Request): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  if (request.body)
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.length;
      if (size > MOST_PHOTO_BYTES)
        throw new Refused(`the photograph is too large: ${MOST_PHOTO_BYTES / 2 ** 20} MB is the most`);
      chunks.push(chunk);
    }
  return Buffer.concat(chunks);
}

/** Takes a photograph; it is decoded on a process of its own, one after the other. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const roundUpId = idFrom((await params).id);
    const bytes = await limitedBytes(request);
    const folder = await mkdtemp(join(tmpdir(), 'abanico-in-'));
    try {
      const file = join(folder, 'photo');
      await writeFile(file, bytes, { mode: 0o600 });
      return Response.json({ photo: await work().run('photo', { roundUpId, file }, randomUUID()) });
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  } catch (error) {
    return toldFailure(error);
  }
}
