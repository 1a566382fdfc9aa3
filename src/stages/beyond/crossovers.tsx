import { Term } from '@/ui/marks/term';
import { figure } from '@/ui/marks/figures';
import type { BeyondData } from '@/lab/orders/beyond/beyondPage';

/** Where within the band one entry passes another, as far as that can be told. */
export function Crossovers({ data, nameOf }: { data: BeyondData; nameOf: (entry: string) => string }) {
  if (data.crossings.length === 0) return null;
  return (
    <section aria-label="Crossovers" className="text-[14.5px]">
      <h2 className="font-display pb-1 text-[16px] font-bold">
        <Term name="crossover">Crossovers</Term>
      </h2>
      {data.crossings.map(({ atDb, fromDb, belowDb, aboveDb, toDb, below, above }) => (
        <p key={`${below}${above}${atDb}`} dir="auto">
          {nameOf(below)} leads {nameOf(above)} from {figure(fromDb, 1)} to {figure(belowDb, 1)} dB(A);{' '}
          {nameOf(above)} leads from {figure(aboveDb, 1)} to {figure(toDb, 1)}. Between, they tie.
        </p>
      ))}
    </section>
  );
}
