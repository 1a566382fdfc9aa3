import { DropZone } from '@/stages/bring/dropZone';
import { Header } from '@/ui/frame/header';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Import data' };

export default async function BringPage({
  searchParams,
}: {
  searchParams: Promise<{ roundUp?: string | string[] }>;
}) {
  const { roundUp } = await searchParams;
  const roundUpId =
    typeof roundUp === 'string' && /^[1-9]\d{0,8}$/.test(roundUp) ? Number(roundUp) : undefined;
  return (
    <>
      <Header title="Import data" under="checked before anything is written" />
      <main id="main" tabIndex={-1} className="grid gap-8 px-4 pt-6 pb-8 md:px-7 lg:grid-cols-2">
        <DropZone roundUpId={roundUpId} />
        <section className="max-w-xl space-y-3">
          <h2 className="font-display text-[18px] font-bold">What can be imported</h2>
          <p>
            <b>A bench bundle</b>, as a folder or a zip: <code>datapackage.json</code>,{' '}
            <code>entries.csv</code>, <code>runs.csv</code> and the logs. All of it comes in, or nothing.
          </p>
          <p>
            <b>Raw logs</b> of any instruments: comma, semicolon or tab, decimal point or comma, any usual
            clock. Logs of one session are joined by their clocks and cut into runs; you see and move every
            cut before it counts.
          </p>
        </section>
      </main>
    </>
  );
}
