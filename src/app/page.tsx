import { format } from 'date-fns';
import { listLabRoundUps } from '@/lab/listLabRoundUps';
import { ImportPanel } from '@/stages/roundUps/importPanel';
import { RoundUpList } from '@/stages/roundUps/roundUpList';
import { Header } from '@/ui/header';

export const dynamic = 'force-dynamic';

export default async function RoundUpsPage() {
  const roundUps = await listLabRoundUps();
  return (
    <>
      <Header title="Round-ups" under="Abanico, the bench desk" />
      <main className="flex flex-col gap-8 px-4 pt-5 pb-8 md:px-7 lg:flex-row">
        <section className="min-w-0 flex-1" aria-label="Round-ups">
          <RoundUpList items={roundUps.map((of) => ({ ...of, day: format(of.createdAt, 'd MMMM yyyy') }))} />
        </section>
        <ImportPanel />
      </main>
    </>
  );
}
