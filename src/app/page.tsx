import { format } from 'date-fns';
import { QUESTIONS } from '@/core/brief/questions';
import { listRigs } from '@/lab/createRoundUp';
import { listLabRoundUps } from '@/lab/listLabRoundUps';
import { DropZone } from '@/stages/bring/dropZone';
import { NewRoundUp } from '@/stages/roundUps/newRoundUp';
import { viewLeaders } from '@/lab/leaders';
import { RoundUpList } from '@/stages/roundUps/roundUpList';
import { Header } from '@/ui/header';

export const dynamic = 'force-dynamic';

/** Round-ups that show who leads them; older ones are a press away. */
const SHOWN_LEADERS = 5;

export default async function RoundUpsPage() {
  const [roundUps, rigs] = await Promise.all([listLabRoundUps(), listRigs()]);
  const leaders = new Map(
    await Promise.all(
      roundUps.slice(0, SHOWN_LEADERS).map(async (of) => [of.id, await viewLeaders(of.id)] as const),
    ),
  );
  return (
    <>
      <Header title="Round-ups" under="Abanico, the bench desk" />
      <main id="main" tabIndex={-1} className="flex flex-col gap-8 px-4 pt-5 pb-8 md:px-7 lg:flex-row">
        <section className="min-w-0 flex-1" aria-label="Round-ups">
          <RoundUpList
            items={roundUps.map((of) => ({
              ...of,
              day: format(of.createdAt, 'd MMMM yyyy'),
              leaders: leaders.get(of.id) ?? null,
            }))}
          />
        </section>
        <section aria-label="Bring data" className="lg:w-[400px] lg:border-l lg:border-hairline lg:pl-6">
          <h2 className="font-display text-[18px] font-bold">Begin a round-up</h2>
          <NewRoundUp
            questions={QUESTIONS}
            rigs={rigs.map((of) => ({ id: of.id, name: `${of.rig}, revision ${of.revision}` }))}
          />
          <h2 className="font-display mt-6 border-t border-hairline pt-4 text-[18px] font-bold">
            Bring an evening at the bench
          </h2>
          <p className="label-text pt-1 pb-3">
            A bench bundle (a folder or zip with <b>datapackage.json</b>, <b>entries.csv</b>, <b>runs.csv</b>{' '}
            and the logs), or raw logs of your instruments. It is checked before anything is written.
          </p>
          <DropZone />
        </section>
      </main>
    </>
  );
}
