import { clockNow } from '@/clock/clockNow';
import { dayHere } from '@/core/timeWords';
import { Link } from '@/ui/frame/link';
import { QUESTIONS } from '@/core/brief/questions';
import { listRigs } from '@/lab/roundUps/createRoundUp';
import { viewDeletedRoundUps } from '@/lab/roundUps/keepRoundUps';
import { demoHere } from '@/lab/roundUps/demo';
import { LAB_OWNER, viewOwnLab } from '@/lab/roundUps/ownLab';
import { listLabRoundUps } from '@/lab/roundUps/listLabRoundUps';
import { DropZone } from '@/stages/bring/dropZone';
import { NewRoundUp } from '@/stages/roundUps/newRoundUp';
import { today } from '@/app/today';
import { viewDesk } from '@/lab/roundUps/deskView';
import { viewNextStep } from '@/lab/roundUps/nextStep';
import { Desk } from '@/stages/roundUps/desk';
import { viewLeaders } from '@/lab/orders/leaders';
import { DeletedRoundUps } from '@/stages/roundUps/deletedRoundUps';
import { publishedRoundUps } from '@/lab/publish/publishedSite';
import { PublishedFolder } from '@/stages/roundUps/publishedFolder';
import { DemoPanel } from '@/stages/roundUps/demoPanel';
import { FirstEvening } from '@/stages/roundUps/firstEvening';
import { NextSteps } from '@/stages/roundUps/nextSteps';
import { OwnLab } from '@/stages/roundUps/ownLab';
import { RoundUpList } from '@/stages/roundUps/roundUpList';
import { Header } from '@/ui/frame/header';

export const dynamic = 'force-dynamic';

/** Round-ups that show who leads them; older ones fold. */
const SHOWN_LEADERS = 5;

export default async function RoundUpsPage() {
  const [roundUps, rigs, deleted, demo, lab, published] = await Promise.all([
    listLabRoundUps(),
    listRigs(),
    viewDeletedRoundUps(),
    demoHere(),
    viewOwnLab(),
    publishedRoundUps(clockNow()),
  ]);
  // What was begun last is what is worked on, whenever it was imported.
  const current = roundUps
    .filter((item) => !item.archivedAt)
    .sort((a, b) => b.beganAt.getTime() - a.beganAt.getTime());
  const archived = roundUps.filter((item) => item.archivedAt);
  const [desk, steps] = await Promise.all([
    viewDesk(today()),
    Promise.all(current.slice(0, SHOWN_LEADERS).map(async ({ id }) => [id, await viewNextStep(id)] as const)),
  ]);
  const next = new Map(steps);
  const leaders = new Map(
    await Promise.all(
      current.slice(0, SHOWN_LEADERS).map(async ({ id }) => [id, await viewLeaders(id)] as const),
    ),
  );
  const toItem = (item: (typeof roundUps)[number]) => ({
    ...item,
    day: dayHere(item.beganAt),
    archived: item.archivedAt !== null,
    leaders: leaders.get(item.id) ?? null,
    next: next.get(item.id) ?? null,
  });
  return (
    <>
      <Header title="Round-ups" under="Abanico, the bench desk">
        <Link href="/cases">Cases</Link>
      </Header>
      <main id="main" tabIndex={-1} className="flex flex-col gap-8 px-4 pt-5 pb-8 md:px-7 lg:flex-row">
        <section className="min-w-0 flex-1" aria-label="Round-ups">
          {roundUps.length === 0 ? (
            <FirstEvening />
          ) : (
            <>
              <NextSteps items={current.map(toItem)} />
              <RoundUpList items={current.slice(0, SHOWN_LEADERS).map(toItem)} />
              {current.length > SHOWN_LEADERS && (
                <details className="border-t border-hairline py-2">
                  <summary className="cursor-pointer font-semibold">
                    Older round-ups ({current.length - SHOWN_LEADERS})
                  </summary>
                  <RoundUpList items={current.slice(SHOWN_LEADERS).map(toItem)} />
                </details>
              )}
            </>
          )}
          {archived.length > 0 && (
            <details className="border-t border-hairline py-2">
              <summary className="label-text cursor-pointer">Archived ({archived.length})</summary>
              <RoundUpList items={archived.map(toItem)} />
            </details>
          )}
          <PublishedFolder items={published} />
          <DeletedRoundUps
            items={deleted.map(({ id, title, deletedAt }) => ({ id, title, day: dayHere(deletedAt) }))}
          />
          <DemoPanel key={demo.state} demo={demo} isEmpty={roundUps.length === 0} />
        </section>
        <section aria-label="Import data" className="lg:w-[400px] lg:border-l lg:border-hairline lg:pl-6">
          {roundUps.length > 0 && <Desk desk={desk} />}
          <h2 id="begin" className="font-display text-[18px] font-bold">
            Begin a round-up
          </h2>
          <NewRoundUp
            questions={QUESTIONS}
            rigs={rigs.map((rig) => ({ id: rig.id, name: `${rig.rig}, revision ${rig.revision}` }))}
          />
          <h2 id="bring" className="font-display mt-6 border-t border-hairline pt-4 text-[18px] font-bold">
            Import a session
          </h2>
          <p className="label-text pt-1 pb-3">
            A bench bundle (a folder or zip with <b>datapackage.json</b>, <b>entries.csv</b>, <b>runs.csv</b>{' '}
            and the logs), or raw logs of your instruments. It is checked before anything is written.
          </p>
          <DropZone />
          <OwnLab owner={LAB_OWNER} kept={lab} />
        </section>
      </main>
    </>
  );
}
