import { idFrom } from '@/app/ids';
import { PICTURE_POLICY } from '@/app/answers/reportPolicy';
import { sendMade } from '@/app/answers/sendMade';
import { PLATE_KINDS } from '@/lab/report/orders/orderFiles';
import { shownWhat } from '../shownWhat';

/** A chart or ranking at 16:9 as SVG, in paper or night, with entries lit and only so many of the order shown. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const query = new URL(request.url).searchParams;
  const first = Number(query.get('first') ?? '');
  const plate = {
    kind: PLATE_KINDS.find((kind) => kind === query.get('kind')) ?? ('curves' as const),
    night: query.get('theme') === 'night',
    lit: new Set((query.get('lit') ?? '').split(',').filter(Boolean)),
    first: first >= 1 ? Math.floor(first) : undefined,
  };
  return sendMade(request, { what: 'plate', roundUpId, shown: shownWhat(query), plate }, () => ({
    'content-security-policy': PICTURE_POLICY,
    ...(query.has('download') ? { 'content-disposition': 'attachment; filename="plate.svg"' } : {}),
  }));
}
