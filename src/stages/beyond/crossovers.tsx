import { figure } from '@/ui/marks/figures';
import type { BeyondData } from '@/lab/orders/beyondPage';

/** Where within the band one entry passes another, as far as that can be told. */
export function Crossovers({ data, nameOf }: { data: BeyondData; nameOf: (entry: string) => string }) {
  if (data.crossings.length === 0) return null;
  return (
    <p className="max-w-240 text-[14px]">
      <b>
        Crossovers from {figure(data.rule.band.from, 1)} to {figure(data.rule.band.to, 1)} dB(A).
      </b>{' '}
      {data.crossings.map(({ atDb, belowDb, aboveDb, below, above }, i) => (
        <span key={`${below}${above}${atDb}`} dir="auto">
          {i > 0 && '; '}
          {nameOf(below)} is ahead of {nameOf(above)} up to {figure(belowDb, 1)} dB(A), {nameOf(above)} from{' '}
          {figure(aboveDb, 1)}; between them they tie
        </span>
      ))}
      .
    </p>
  );
}
