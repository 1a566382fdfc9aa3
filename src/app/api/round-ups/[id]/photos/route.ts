import { randomUUID } from 'node:crypto';
import { mkdtemp, rmdir, unlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { idFrom } from '@/app/ids';
import { toldFailure, withoutBody } from '@/app/api/jsonBody';
import { MOST_PHOTO_BYTES } from '@/lab/publish/photoBounds';
import { limitedBody } from '@/app/api/requestBody';
import { Refused } from '@/lab/refusal';
import { work } from '@/lab/work/work';

/** The rest of a larger one is never read. */
const tooLarge = () =>
  new Refused(`the photograph is too large: ${MOST_PHOTO_BYTES / 2 ** 20} MB is the most`);

/** Takes a photograph; it is decoded on a process of its own, one after the other. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const roundUpId = idFrom((await params).id);
    const bytes = await limitedBody(request, MOST_PHOTO_BYTES, tooLarge);
    return await withoutBody(request, () => keepPhoto(roundUpId, bytes), bytes);
  } catch (error) {
    return toldFailure(error);
  }
}

async function keepPhoto(roundUpId: number, bytes: Uint8Array): Promise<Response> {
  const folder = await mkdtemp(join(tmpdir(), 'abanico-in-'));
  const file = join(folder, 'photo');
  try {
    await writeFile(file, bytes, { mode: 0o600 });
    return Response.json({ photo: await work().run('photo', { roundUpId, file }, randomUUID()) });
  } finally {
    await unlink(file).catch(() => undefined);
    await rmdir(folder);
  }
}
