import { isMissing } from '../missing';
import { median } from './median';
import { mean } from './mean';

/** Neither side of a step may be shorter, as a share of the window. */
const LEAST_SIDE = 0.1;
/** Groups that readings are gathered in: a step is looked for between them, and a burst does not make one. */
const GROUPS = 40;

/**
 * Largest step of what was read within a window, in its unit: medians of short groups, split where the two sides differ most from each
 * other for the scatter they keep (least squares of two means: Hinkley 1970). What only scatters gives a few tenths of its scatter.
 * 0 where there are too few readings to tell.
 */
export function windowStep(values: ArrayLike<number>): number {
  const present = Array.from(values).filter((value) => !isMissing(value));
  const size = Math.max(3, Math.ceil(present.length / GROUPS));
  const groups: number[] = [];
  for (let i = 0; i + size <= present.length; i += size) groups.push(median(present.slice(i, i + size)));
  if (groups.length < 6) return 0;
  const least = Math.max(1, Math.ceil(LEAST_SIDE * groups.length));
  let best = { between: -1, step: 0 };
  for (let cut = least; cut <= groups.length - least; cut += 1) {
    const before = mean(groups.slice(0, cut));
    const after = mean(groups.slice(cut));
    const between = cut * (groups.length - cut) * (after - before) ** 2;
    if (between > best.between)
      best = { between, step: Math.abs(median(groups.slice(cut)) - median(groups.slice(0, cut))) };
  }
  return best.step;
}
