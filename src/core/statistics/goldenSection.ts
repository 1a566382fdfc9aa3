const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Where a function of one valley is least between two places, by golden section (Kiefer 1953); each step asks once. After `steps` steps
 * the place lies within 0.618^steps of the width.
 *
 * Example: (x − 2)² between 0 and 5: 2.
 *
 * @throws where the places do not ascend
 */
export function goldenSection(f: (x: number) => number, from: number, to: number, steps: number): number {
  if (!(from <= to)) throw new RangeError(`goldenSection: places must ascend, got ${from} and ${to}`);
  let [low, high] = [from, to];
  let one = high - GOLDEN * (high - low);
  let two = low + GOLDEN * (high - low);
  let [atOne, atTwo] = [f(one), f(two)];
  for (let i = 0; i < steps; i += 1) {
    if (atOne < atTwo) {
      high = two;
      [two, atTwo] = [one, atOne];
      one = high - GOLDEN * (high - low);
      atOne = f(one);
    } else {
      low = one;
      [one, atOne] = [two, atTwo];
      two = low + GOLDEN * (high - low);
      atTwo = f(two);
    }
  }
  return 0.5 * (low + high);
}
