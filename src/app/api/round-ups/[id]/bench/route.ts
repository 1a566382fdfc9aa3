import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { minuteNow, today } from '@/app/today';
import { followBench } from '@/lab/bench/followBench';
import { giveOrder } from '@/lab/bench/orders';
import { orderSchema } from '@/lab/bench/orderSchema';

type Props = { params: Promise<{ id: string }> };

export const dynamic = 'force-dynamic';

/** What happens at the bench, as server-sent events. */
export async function GET(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return new Response(followBench(id, request.signal), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' },
  });
}

/** An order to the bench. */
export async function POST(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return withBody(request, orderSchema, async (order) => {
    await giveOrder(id, order, { day: today(), minute: minuteNow() });
    return Response.json({});
  });
}
