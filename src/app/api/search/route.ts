import { loadLabel } from '@/core/runs/load';
import { searchLab } from '@/lab/roundUps/searchLab';

export const dynamic = 'force-dynamic';

/** Of each kind: a palette is read at a glance. */
const MOST = 6;

/** What of the lab has all words of the query, as places to go to. */
export async function GET(request: Request): Promise<Response> {
  const query = (new URL(request.url).searchParams.get('q') ?? '').replace(/\0/g, '').slice(0, 200);
  const { roundUps, entries, runs } = await searchLab(query);
  return Response.json({
    places: [
      ...roundUps.slice(0, MOST).map(({ id, title }) => ({
        key: `round-up ${id}`,
        kind: 'Round-ups',
        words: title,
        note: '',
        href: `/round-ups/${id}/curves`,
      })),
      ...entries.slice(0, MOST).flatMap(({ entryId, name, what, citedIn }) =>
        citedIn.slice(0, 1).map(({ id, title }) => ({
          key: `entry ${entryId}`,
          kind: 'Entries',
          words: name,
          note: [what, title].filter(Boolean).join(' · '),
          href: `/round-ups/${id}/line-up`,
        })),
      ),
      ...runs.slice(0, MOST).map((run) => ({
        key: `run ${run.id}`,
        kind: 'Runs',
        words: `Run ${run.label}, ${run.name}`,
        note: `${loadLabel({ ...run, gpuLoadW: 0 })}, ${run.setting}`,
        href: `/round-ups/${run.roundUpId}/runs/${run.id}`,
      })),
    ],
  });
}
