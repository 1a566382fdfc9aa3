import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { loadKey } from '@/core/runs/load';
import { bridgedRows } from '@/lab/bridge/bridgeView';
import { readCoverWords } from '@/lab/lineUp/coverWordsOf';
import { gatedText } from '@/lab/outgoing/coverGate';
import { verdictCsv } from '@/lab/orders/verdictCsv';
import { AXES } from '@/core/curves/axis';
import { verdictQuery, viewVerdict } from '@/lab/orders/verdictView';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return fileWords(request, async () => {
    const id = idFrom((await params).id);
    const query = new URL(request.url).searchParams;
    const verdict = await viewVerdict(id, verdictQuery(Object.fromEntries(query)));
    if (!verdict) return new Response('no such round-up', { status: 404 });
    const { view, ranking, lineAt, chosen, shown } = verdict;
    const isRise = shown.response.throttles && shown.against === 'noise';
    const { rows: bridged } = isRise
      ? await bridgedRows(view, { load: loadKey(chosen.load), lineDb: lineAt })
      : { rows: [] };
    const at = { lineAt, load: chosen.label, shown, bridged };
    const csv = verdictCsv(ranking, view.entries, at, await readCoverWords(id));
    const { against, response } = shown;
    const line = `${lineAt.toFixed(AXES[against].decimals)}${against === 'noise' ? 'dBA' : against}`;
    const what = response.throttles ? '' : `${response.id}-`;
    return new Response(await gatedText(id, 'the table', csv), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="verdict-${id}-${what}${line}.csv"`,
      },
    });
  });
}
