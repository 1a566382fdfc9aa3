import { Zip, ZipDeflate } from 'fflate';
import { idFrom } from '@/app/ids';
import type { Leaving } from '@/core/lineUp/underCover';
import { exportBundle, type BundleFile } from '@/lab/exportBundle';

/** Packs files as they come, so that the archive never lies in memory whole. */
function zipStream(files: AsyncGenerator<BundleFile>): ReadableStream<Uint8Array> {
  let zip: Zip;
  return new ReadableStream<Uint8Array>({
    start(controller) {
      zip = new Zip((error, chunk, final) => {
        if (error) controller.error(error);
        else if (chunk.length > 0) controller.enqueue(chunk);
        if (final) controller.close();
      });
    },
    async pull() {
      const next = await files.next();
      if (next.done) return zip.end();
      const packed = new ZipDeflate(next.value.path, { level: 6 });
      zip.add(packed);
      packed.push(next.value.bytes, true);
    },
    async cancel() {
      await files.return(undefined);
    },
  });
}

const LEAVING: readonly Leaving[] = ['private', 'covered', 'publishable'];

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const asked = new URL(request.url).searchParams.get('for');
  const leaving = LEAVING.find((other) => other === asked) ?? 'covered';
  const bundle = await exportBundle(idFrom((await params).id), leaving);
  if (!bundle) return new Response('no such round-up', { status: 404 });
  const name = bundle.name.replace(/[^A-Za-z0-9._-]+/g, '-').slice(0, 80) || 'round-up';
  return new Response(zipStream(bundle.files), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${name}.zip"`,
    },
  });
}
