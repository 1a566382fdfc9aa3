import { idFrom } from '@/app/ids';
import { reportResponse } from '@/app/reportResponse';
import { publishableFiles } from '@/lab/publish/publish';
import { bundleReport } from '@/lab/report/bundleReport';

/** The draft as readers would see it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const files = await publishableFiles(idFrom((await params).id));
  if (!files) return new Response('no such round-up', { status: 404 });
  const { html } = await bundleReport(files);
  const isDownload = new URL(request.url).searchParams.has('download');
  return reportResponse(
    html,
    isDownload ? { 'content-disposition': 'attachment; filename="draft.html"' } : {},
  );
}
