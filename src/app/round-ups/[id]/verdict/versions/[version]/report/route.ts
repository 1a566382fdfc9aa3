import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { reportResponse } from '@/app/answers/reportResponse';
import { readPublished } from '@/lab/publish/shares';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string; version: string }> },
) {
  return fileWords(request, async () => {
    const { id, version } = await params;
    const report = await readPublished(idFrom(id), idFrom(version), 'report');
    if (!report) return new Response('no such version', { status: 404 });
    const isDownload = new URL(request.url).searchParams.has('download');
    return reportResponse(
      report,
      isDownload ? { 'content-disposition': `attachment; filename="version-${idFrom(version)}.html"` } : {},
    );
  });
}
