import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';

/** Steps of 1/ν at which q is looked up; between them it is straight to 10⁻⁵ of itself. */
const STEPS = 2000;
/** q at those steps by count of values, filled as they are asked for: a line that is dragged asks thousands of times. */
const ranges = new Map<number, Float64Array>();
const MOST_COUNTS = 64;

/**
 * The studentized range of so many values at 95 %, by the degrees of freedom, 1 or more: `studentizedRange`, looked up.
 *
 * @example rangeOf(3)(10) → 3.877
 */
export function rangeOf(count: number): (freedom: number) => number {
  const among = Math.max(2, count);
  let known = ranges.get(among);
  if (!known) {
    if (ranges.size >= MOST_COUNTS) ranges.clear();
    known = new Float64Array(STEPS + 1);
    ranges.set(among, known);
  }
  const steps = known;
  const at = (step: number) =>
    (steps[step] ||= studentizedRange(0.95, among, step === 0 ? Infinity : STEPS / step));
  return (freedom) => {
    const place = STEPS / freedom;
    const step = Math.min(STEPS - 1, Math.floor(place));
    return at(step) + (place - step) * (at(step + 1) - at(step));
  };
}
