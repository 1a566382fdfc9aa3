import { seededChance } from '../statistics/chance';
import type { Variance } from '../statistics/variance';
import { controlChart } from './controlChart';

const DRAWS = 400;
const LONGEST = 80;
/** Controls before the step, where nothing tells how many there are. */
const BEFORE = 8;

/**
 * After how many controls a step of so many standard deviations is caught in half of all rigs, by the chart that runs: it has learnt mean
 * and spread from `before` controls and from what is known beforehand, and goes on learning (seeded simulation of rigs that stood still
 * before). Null where half of them have not caught it after eighty: the chart then learns the step as the rig.
 *
 * Example: A step of five standard deviations is caught by the first control.
 *
 * @param shiftSd the step, in standard deviations of a control; 0 or more
 * @param priorFreedom degrees of freedom of a spread that is known beforehand; 0 where none is
 * @throws where it is negative
 */
export function controlsToCatch(
  shiftSd: number,
  before: number = BEFORE,
  priorFreedom = 0,
  seed = 1,
): number | null {
  if (!(shiftSd >= 0)) throw new RangeError(`controlsToCatch: shiftSd must be 0 or more, got ${shiftSd}`);
  const prior: Variance | null = priorFreedom > 0 ? { variance: 1, freedom: priorFreedom } : null;
  const chance = seededChance(seed);
  const lengths: number[] = [];
  for (let tries = 0; lengths.length < DRAWS && tries < 4 * DRAWS; tries += 1) {
    const points = Array.from({ length: before + LONGEST }, (_, i) => ({
      atMs: i,
      value: (i < before ? 0 : shiftSd) + chance.normal(),
    }));
    const broke = controlChart(points, prior).findIndex(({ broken }) => broken.length > 0);
    // Only rigs that said nothing before the step.
    if (broke < 0) lengths.push(Infinity);
    else if (broke >= before) lengths.push(broke - before + 1);
  }
  const middle = lengths.sort((a, b) => a - b)[Math.floor(lengths.length / 2)] ?? Infinity;
  return Number.isFinite(middle) ? middle : null;
}
