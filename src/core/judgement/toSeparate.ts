import { known, unknown, type Outcome } from '../outcome';
import { NORMAL_95 } from '../statistics/normal';
import { halfWidth, type DoubtTerm } from '../uncertainty/doubt';

const MOST_MOUNTS = 12;
const MOST_PASSES = 8;

interface Compared {
  value: number;
  doubt: readonly DoubtTerm[];
  /** Signed standard uncertainty shared with all of the rig. */
  shared: number;
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
  const factor = { mounts: mounts / toMounts, passes: (mounts * passes) / (toMounts * toPasses) };
  return doubt.map((term) =>
    term.from === 'mounts' || term.from === 'passes'
      ? { ...term, variance: term.variance * factor[term.from] }
      : term,
  );
}

/**
 * The fewest readings of two entries after which their difference, if it is what it seems, would leave its 95 % interval:
 * mounts and passes of each, both repeated alike. Not computable where they are apart already, or where what repeats do not
 * touch (meter, sensors, interpolation) is too much, or over 12 mounts of 8 passes.
 *
 * Example: 0.6 K apart with 0.3 K of mount spread each, mounted once: three mounts each.
 */
export function toSeparate(one: Compared, other: Compared): Outcome<Separation> {
  const gap = Math.abs(one.value - other.value);
  const common = NORMAL_95 * (one.shared - other.shared);
  const isApart = (mounts: number, passes: number) =>
    Math.hypot(halfWidth([...repeated(one, mounts, passes), ...repeated(other, mounts, passes)]), common) <
    gap;
  const now = { mounts: Math.max(one.mounts, other.mounts), passes: Math.max(one.passes, other.passes) };
  if (Math.hypot(halfWidth([...one.doubt, ...other.doubt]), common) < gap)
    return unknown('they are told apart already');
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
        `${gap.toFixed(2)} apart: no ${MOST_MOUNTS} mounts of ${MOST_PASSES} passes would tell them apart`,
      );
}
