import { toldFailure } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { heatingUp } from '@/lab/orders/heatingUp';
import { responseChoice } from '@/lab/model/responseView';
import { viewRoundUp } from '@/lab/model/roundUpView';

/** How fast entries heat up at a line and load, for the table beside the curves. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const query = new URL(request.url).searchParams;
  const line = Number(query.get('at') ?? NaN);
  if (!Number.isFinite(line)) return Response.json({ message: 'at which line?' }, { status: 422 });
  try {
    const view = await viewRoundUp(id);
    if (!view) return Response.json({ message: 'no such round-up' }, { status: 404 });
    const { against } = responseChoice(Object.fromEntries(query));
    const columns = await heatingUp(view, { load: query.get('load') ?? undefined, against, line });
    return Response.json({ columns });
  } catch (error) {
    return toldFailure(error);
  }
}
