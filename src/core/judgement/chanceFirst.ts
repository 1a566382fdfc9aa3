import type { PlacedEntry } from '../ranking/rankAtLine';
import { seededChance } from '../statistics/chance';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { halfWidth } from '../uncertainty/doubt';

type Drawn = Pick<PlacedEntry, 'value' | 'doubt' | 'shared' | 'status'> & { watts?: number };

const DRAWS = 5000;

/**
 * The chance of each of being first, by `draws` seeded draws of what every entry could have come to, if the estimates and their doubt are
 * all that is known: its own doubt apart, what the rig leaves in doubt of all at once drawn once for all (GUM Supplement 1, JCGM 101).
 * Half-widths by Student's t stand for 1.96 standard deviations. Those that do not hold the load stay behind the others. No range of
 * places is made of it: places come from the simultaneous comparison alone (FORMATS step 9). In the order of `placed`; to ± 0.01.
 *
 * Example: Rises of 38 and 38.1 K with 0.3 K of doubt each, and one of 44 K: about 0.6, 0.4 and 0.
 *
 * @throws where `draws` is not positive
 */
export function chanceFirst(
  placed: readonly Drawn[],
  better: 'lower' | 'higher' = 'lower',
  seed = 1,
  draws = DRAWS,
): number[] {
  if (!(draws > 0)) throw new RangeError(`chanceFirst: draws must be positive, got ${draws}`);
  const chance = seededChance(seed);
  const sign = better === 'lower' ? 1 : -1;
  const sigma = placed.map(({ doubt }) => halfWidth(doubt) / NORMAL_95);
  const power = placed.map(({ watts }) => watts ?? 0);
  const holding = placed.flatMap(({ status }, i) => (status === 'throttled' ? [] : [i]));
  const running = holding.length > 0 ? holding : placed.map((_, i) => i);
  const firsts = new Uint32Array(placed.length);
  for (let draw = 0; draw < draws; draw += 1) {
    const [meter, watts] = [chance.normal(), chance.normal()];
    let best = { at: -1, value: Infinity };
    for (const i of running) {
      const { value, shared } = placed[i]!;
      const drawn = sign * (value + sigma[i]! * chance.normal() + shared * meter + power[i]! * watts);
      if (drawn < best.value) best = { at: i, value: drawn };
    }
    if (best.at >= 0) firsts[best.at]! += 1;
  }
  return [...firsts].map((count) => count / draws);
}
