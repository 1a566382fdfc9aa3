import { fileWords } from '@/app/answers/fileWords';
import { loadKey } from '@/core/runs/load';
import { idFrom } from '@/app/ids';
import { readCoverWords } from '@/lab/lineUp/coverWordsOf';
import { gatedText } from '@/lab/outgoing/coverGate';
import { curvesCsv } from '@/lab/orders/curvesCsv';
import { responseChoice, viewResponse } from '@/lab/model/responseView';
import { viewRoundUp } from '@/lab/model/roundUpView';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return fileWords(request, async () => {
    const id = idFrom((await params).id);
    const view = await viewRoundUp(id);
    if (!view) return new Response('no such round-up', { status: 404 });
    const query = new URL(request.url).searchParams;
    const asked = query.get('load');
    const shown = await viewResponse(view, responseChoice(Object.fromEntries(query)));
    const { loads } = shown;
    const chosen = loads.find(({ load }) => loadKey(load) === asked) ?? loads[0]!;
    const csv = curvesCsv(
      chosen,
      view.entries,
      { ...shown, referenceAmbientC: view.roundUp.referenceAmbientC },
      await readCoverWords(id),
    );
    return new Response(await gatedText(id, 'the curves', csv), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="curves-${id}.csv"`,
      },
    });
  });
}
