import { idFrom } from '@/app/ids';
import { toldFailure } from '@/app/api/jsonBody';
import { addPhoto, MOST_PHOTO_BYTES } from '@/lab/publish/photos';
import { Refused } from '@/lab/refusal';

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

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const id = idFrom((await params).id);
    return Response.json({ photo: await addPhoto(id, await limitedBytes(request)) });
  } catch (error) {
    return toldFailure(error);
  }
}
