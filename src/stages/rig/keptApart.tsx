'use client';

import { plural } from '@/ui/marks/figures';
import type { RigData } from '@/lab/planning/rigView';
import { TextButton } from '@/ui/frame/button';

/** The guard: runs that are not ranked here, which difference keeps them out, and what would let them in. */
export function KeptApart({
  apart,
  current,
  busy,
  onChoose,
}: {
  apart: RigData['apart'];
  current: number;
  busy?: boolean;
  /** Left out where the revision is not chosen here. */
  onChoose?: (rigRevisionId: number) => void;
}) {
  if (apart.length === 0) return null;
  return (
    <section
      aria-label="Not ranked together"
      className="rounded border border-warn/50 bg-warn/8 px-4 py-3 text-[14px]"
    >
      {apart.map((other) => (
        <div key={other.revisionId}>
          <p>
            <b className="text-warn">▲ Not ranked together:</b> {plural(other.runs, 'run')} of{' '}
            {plural(other.entries, 'entry', 'entries')} at {other.rig}, revision {other.revision} are not
            ranked with those at revision {current}.
            {onChoose && (
              <>
                {' '}
                <TextButton disabled={busy} onClick={() => onChoose(other.revisionId)}>
                  Rank those instead
                </TextButton>
              </>
            )}
          </p>
          <ul className="list-disc pl-5">
            {other.differences.map((difference) => (
              <li key={difference.what}>
                {difference.what}: {difference.was} there, {difference.isNow} here. To rank them together:{' '}
                {difference.remedy}.
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
