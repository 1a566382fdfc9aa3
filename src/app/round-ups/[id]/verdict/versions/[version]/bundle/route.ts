import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { readPublished } from '@/lab/publish/shares';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string; version: string }> },
) {
  return fileWords(request, async () => {
    const { id, version } = await params;
    const bundle = await readPublished(idFrom(id), idFrom(version), 'bundle');
    if (!bundle) return new Response('no such version', { status: 404 });
    return new Response(new Uint8Array(bundle), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="version-${idFrom(version)}.zip"`,
      },
    });
  });
}
