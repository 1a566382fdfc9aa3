import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { orderFile } from '@/lab/report/orderFiles';
import { shownWhat } from '../shownWhat';

/** An order as a table to paste or to open elsewhere. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const view = await roundUpView(idFrom((await params).id));
  if (!view) return new Response('no such round-up', { status: 404 });
  const query = new URL(request.url).searchParams;
  const found = await orderFile(view, shownWhat(query), query.get('as') ?? '');
  if (!found.known) return new Response(found.reason, { status: 422 });
  const { type, text } = found.value;
  return new Response(text, {
    headers: { 'content-type': `${type}; charset=utf-8`, 'x-content-type-options': 'nosniff' },
  });
}
