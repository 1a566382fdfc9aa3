import { idFrom } from '@/app/ids';
import { sendMade } from '@/app/answers/sendMade';
import { shownWhat } from '../shownWhat';

/** An order as a table to paste or to open elsewhere. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const query = new URL(request.url).searchParams;
  const wish = { what: 'table' as const, roundUpId, shown: shownWhat(query), as: query.get('as') ?? '' };
  return sendMade(request, wish, () => ({ 'x-content-type-options': 'nosniff' }));
}
