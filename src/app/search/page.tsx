import { dayHere } from '@/core/timeWords';
import { MOST_FOUND, searchLab, searchText } from '@/lab/roundUps/searchLab';
import { SearchStage } from '@/stages/search/searchStage';
import { Header } from '@/ui/frame/header';
import { SearchField } from '@/ui/frame/searchBox';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Search' };

interface Props {
  searchParams: Promise<{ q?: string | string[] }>;
}

export default async function SearchPage({ searchParams }: Props) {
  const { q } = await searchParams;
  const query = searchText(q);
  const { roundUps, entries, runs } = await searchLab(query);
  return (
    <>
      <Header title={query ? `Found for “${query}”` : 'Search the lab'} under="the whole lab" query={query} />
      <main id="main" tabIndex={-1} className="max-w-5xl px-4 pt-5 pb-8 md:px-7">
        <div className="pb-4 sm:hidden">
          <SearchField key={query} query={query} wide />
        </div>
        <SearchStage
          query={query}
          most={MOST_FOUND}
          roundUps={roundUps.map(({ id, title, archived, beganAt }) => ({
            id,
            title,
            note: `begun ${dayHere(beganAt)}${archived ? ', archived' : ''}`,
          }))}
          entries={entries}
          runs={runs.map((run) => ({
            id: run.id,
            label: run.label,
            name: run.name,
            what: run.what,
            when: run.measuredAt ? dayHere(run.measuredAt) : '',
            roundUpId: run.roundUpId,
            roundUp: run.roundUp,
          }))}
        />
      </main>
    </>
  );
}
