import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { orderPlate } from '@/lab/report/orderFiles';
import { shownWhat } from '../shownWhat';

/** A chart or ranking at 16:9 as SVG, in paper or night, with entries lit and only so many of the order shown. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const view = await roundUpView(idFrom((await params).id));
  if (!view) return new Response('no such round-up', { status: 404 });
  const query = new URL(request.url).searchParams;
  const first = Number(query.get('first') ?? '');
  const found = await orderPlate(view, shownWhat(query), {
    kind: query.get('kind') === 'bars' ? 'bars' : 'curves',
    night: query.get('theme') === 'night',
    lit: new Set((query.get('lit') ?? '').split(',').filter(Boolean)),
    first: first >= 1 ? Math.floor(first) : undefined,
  });
  if (!found.known) return new Response(found.reason, { status: 422 });
  return new Response(found.value, {
    headers: {
      'content-type': 'image/svg+xml; charset=utf-8',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; font-src data:; sandbox",
      ...(query.has('download') ? { 'content-disposition': 'attachment; filename="plate.svg"' } : {}),
    },
  });
}
