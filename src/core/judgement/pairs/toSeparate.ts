import { known, unknown, type Outcome } from '@/core/outcome';
import { criticalDifference, toldInFourOfFive, type Comparable } from '@/core/uncertainty/criticalDifference';
import type { DoubtTerm } from '@/core/uncertainty/doubt';
import { knownAfter } from '@/core/uncertainty/spreads/knownAfter';

const MOST_MOUNTS = 12;
const MOST_PASSES = 8;

interface Compared extends Comparable {
  /** How often it was mounted, and read at each mount. */
  mounts: number;
  passes: number;
}

export interface Separation {
  mounts: number;
  passes: number;
  /** Readings of each setting of one of them then, against now. */
  readings: number;
  readingsNow: number;
}

/** The terms as they would be after so many mounts with so many passes each; what repeats do not touch stays. */
function repeated({ doubt, mounts, passes }: Compared, toMounts: number, toPasses: number): DoubtTerm[] {
  return doubt.map((term) =>
    term.from === 'mounts'
      ? knownAfter(term, { mounts, passes }, { mounts: toMounts, passes: toPasses })
      : term,
  );
}

/**
 * The fewest readings of two entries after which their difference, if it is what it seems, would leave its 95 % interval in four of
 * five round-ups (80 % power, as the plan counts): mounts and passes of each, both repeated alike. Of `count` entries that are
 * compared at once, in so many `rows` of them. Not computable where they are apart already, or where what repeats do not
 * touch (meter, sensors, interpolation) is too much, or over 12 mounts of 8 passes.
 *
 * Example: 0.6 K apart with 0.3 K of mount spread each, mounted once: three mounts each.
 */
export function toSeparate(one: Compared, other: Compared, count = 2, rows = 1): Outcome<Separation> {
  const gap = Math.abs(one.value - other.value);
  const isApart = (mounts: number, passes: number) =>
    toldInFourOfFive(
      { ...one, doubt: repeated(one, mounts, passes) },
      { ...other, doubt: repeated(other, mounts, passes) },
      count,
      rows,
    ) < gap;
  const now = { mounts: Math.max(one.mounts, other.mounts), passes: Math.max(one.passes, other.passes) };
  if (criticalDifference(one, other, count, rows) < gap) return unknown('already separated');
  let best: Separation | null = null;
  for (let mounts = now.mounts; mounts <= MOST_MOUNTS; mounts += 1)
    for (let passes = now.passes; passes <= MOST_PASSES; passes += 1) {
      const readings = mounts * passes;
      if ((best && readings >= best.readings) || !isApart(mounts, passes)) continue;
      best = { mounts, passes, readings, readingsNow: now.mounts * now.passes };
    }
  return best
    ? known(best)
    : unknown(
        `even ${MOST_MOUNTS} mounts of ${MOST_PASSES} passes would not separate a gap of ${gap.toFixed(2)}`,
      );
}
