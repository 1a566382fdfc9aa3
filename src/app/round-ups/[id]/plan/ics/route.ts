import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { minuteNow, today } from '@/app/today';
import { gatedText } from '@/lab/outgoing/coverGate';
import { planCalendar } from '@/lab/planning/planCalendar';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return fileWords(request, async () => {
    const id = idFrom((await params).id);
    const calendar = await planCalendar(id, { day: today(), minute: minuteNow() });
    if (calendar === null) return new Response('no such round-up', { status: 404 });
    return new Response(await gatedText(id, 'the calendar', calendar), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': `attachment; filename="run-sheet-${id}.ics"`,
      },
    });
  });
}
