import { seededChance } from '../statistics/chance';
import { brokenRules } from './runRules';

const DRAWS = 800;
const LONGEST = 400;
/** Controls before the step: a rule looks back on them. */
const BEFORE = 8;

/**
 * After how many controls, in the middle of many rigs, a step of so many standard deviations is caught by the run rules: by seeded
 * simulation of a rig that stood still before. The standard deviation is taken as known.
 *
 * Example: A step of three standard deviations is caught by the first or second control.
 *
 * @param shiftSd the step, in standard deviations of a control; 0 or more
 * @throws where it is negative
 */
export function controlsToCatch(shiftSd: number, seed = 1): number {
  if (!(shiftSd >= 0)) throw new RangeError(`controlsToCatch: shiftSd must be 0 or more, got ${shiftSd}`);
  const chance = seededChance(seed);
  const lengths: number[] = [];
  while (lengths.length < DRAWS) {
    const z: number[] = [];
    let isFalse = false;
    for (let i = 0; i < BEFORE; i += 1) {
      z.push(chance.normal());
      isFalse ||= brokenRules(z, i).length > 0;
    }
    // Only rigs that said nothing before the step.
    if (isFalse) continue;
    let after = 0;
    do {
      z.push(shiftSd + chance.normal());
      after += 1;
    } while (brokenRules(z, z.length - 1).length === 0 && after < LONGEST);
    lengths.push(after);
  }
  return lengths.sort((a, b) => a - b)[DRAWS / 2]!;
}
