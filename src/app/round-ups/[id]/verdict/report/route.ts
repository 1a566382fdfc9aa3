import { idFrom } from '@/app/ids';
import { REPORT_HEADERS } from '@/app/answers/reportResponse';
import { sendMade } from '@/app/answers/sendMade';

/** The draft as readers would see it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const isDownload = new URL(request.url).searchParams.has('download');
  return sendMade(request, { what: 'report', roundUpId }, () => ({
    ...REPORT_HEADERS,
    ...(isDownload ? { 'content-disposition': 'attachment; filename="draft.html"' } : {}),
  }));
}
