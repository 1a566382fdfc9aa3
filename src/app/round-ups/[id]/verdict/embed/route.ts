import { idFrom } from '@/app/ids';
import { REPORT_HEADERS } from '@/app/answers/reportResponse';
import { sendMade } from '@/app/answers/sendMade';
import { shownWhat } from '../shownWhat';

/** A chart or an order as a small page to put in a frame elsewhere: of the draft. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const query = new URL(request.url).searchParams;
  const asked = query.get('kind');
  const kind = asked === 'bars' || asked === 'table' ? asked : 'curves';
  return sendMade(request, { what: 'embed', roundUpId, shown: shownWhat(query), kind }, () => ({
    ...REPORT_HEADERS,
    ...(query.has('download') ? { 'content-disposition': `attachment; filename="${kind}.html"` } : {}),
  }));
}
