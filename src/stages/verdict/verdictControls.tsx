'use client';

import { useRouter } from 'next/navigation';
import { LineField } from '../curves/lineField';

/** Level and load of the verdict; both stand in the address, so that the page can be linked. */
export function VerdictControls({
  lineDb,
  load,
  loads,
}: {
  lineDb: number;
  load: string;
  loads: { key: string; label: string }[];
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
      <p>
        at <LineField lineDb={lineDb} onLine={(line) => go({ line: Math.round(line * 10) / 10 })} /> dB(A)
      </p>
    </div>
  );
}
