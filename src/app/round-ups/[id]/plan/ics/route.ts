import { idFrom } from '@/app/ids';
import { minuteNow, today } from '@/app/today';
import { toldFailure } from '@/app/api/jsonBody';
import { planCalendar } from '@/lab/planCalendar';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  let calendar: string | null;
  try {
    calendar = await planCalendar(id, { day: today(), minute: minuteNow() });
  } catch (error) {
    return toldFailure(error);
  }
  if (calendar === null) return new Response('no such round-up', { status: 404 });
  return new Response(calendar, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="run-sheet-${id}.ics"`,
    },
  });
}
