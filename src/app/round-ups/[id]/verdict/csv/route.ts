import { idFrom } from '@/app/ids';
import { readCoverWords } from '@/lab/coverWordsOf';
import { verdictCsv } from '@/lab/verdictCsv';
import { viewVerdict } from '@/lab/verdictView';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const query = new URL(request.url).searchParams;
  const verdict = await viewVerdict(id, {
    load: query.get('load') ?? undefined,
    line: query.get('line') ?? undefined,
  });
  if (!verdict) return new Response('no such round-up', { status: 404 });
  const { view, ranking, lineDb, chosen } = verdict;
  const csv = verdictCsv(ranking, view.entries, { lineDb, load: chosen.label }, await readCoverWords(id));
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="verdict-${id}-${lineDb.toFixed(1)}dBA.csv"`,
    },
  });
}
