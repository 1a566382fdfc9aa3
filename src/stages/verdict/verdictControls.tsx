'use client';

import { useRouter } from 'next/navigation';
import { LineField } from '../curves/lineField';
import { AXES } from '@/ui/chart/axis';

/** Level and load of the verdict; both stand in the address, so that the page can be linked. */
export function VerdictControls({
  lineDb,
  load,
  loads,
  linesDba,
}: {
  lineDb: number;
  load: string;
  loads: { key: string; label: string }[];
  /** The brief's noise lines; a second one is one press away. */
  linesDba: number[];
}) {
  const router = useRouter();
  const go = (next: { line?: number; load?: string }) => {
    const query = new URLSearchParams({ load: next.load ?? load, line: String(next.line ?? lineDb) });
    router.replace(`?${query}`, { scroll: false });
  };
  return (
    <div className="flex flex-wrap items-center gap-4">
      <div className="choices" role="group" aria-label="Heat load">
        {loads.map((of) => (
          <button key={of.key} aria-pressed={of.key === load} onClick={() => go({ load: of.key })}>
            {of.label}
          </button>
        ))}
      </div>
      {linesDba.length > 1 && (
        <div className="choices" role="group" aria-label="Noise lines of the brief">
          {linesDba.map((of) => (
            <button key={of} aria-pressed={of === lineDb} onClick={() => go({ line: of })}>
              {of.toFixed(1)}
            </button>
          ))}
        </div>
      )}
      <p>
        at{' '}
        <LineField
          axis={AXES.noise}
          at={lineDb}
          onLine={(line) => go({ line: Math.round(line * 10) / 10 })}
        />{' '}
        dB(A)
      </p>
    </div>
  );
}
