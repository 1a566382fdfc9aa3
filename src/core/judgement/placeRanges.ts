import type { PlacedEntry } from '../ranking/rankAtLine';
import { NORMAL_95 } from '../statistics/normal';
import { seededChance } from '../statistics/chance';
import { halfWidth } from '../uncertainty/doubt';

/** What a place range is drawn from. */
type Drawn = Pick<PlacedEntry, 'entry' | 'value' | 'doubt' | 'shared' | 'status'>;

const DRAWS = 5000;
const TAIL = 0.025;

/**
 * The 95 % range of each place, from `draws` seeded draws of what every entry could have come to: its own doubt apart, what
 * the rig leaves in doubt of all at once drawn once for all (GUM Supplement 1, JCGM 101). Half-widths by Student's t stand
 * for 1.96 standard deviations, so that few repeats widen a range. Those that do not hold the load stay behind the others.
 * `placed` are in their order, best first; the ranges come in the same order.
 *
 * Example: Rises of 38 and 38.1 K with 0.3 K of doubt each, and one of 44 K: [1, 2], [1, 2], [3, 3].
 *
 * @throws where `draws` is not positive
 */
export function placeRanges(
  placed: readonly Drawn[],
  better: 'lower' | 'higher' = 'lower',
  seed = 1,
  draws = DRAWS,
): [number, number][] {
  if (!(draws > 0)) throw new RangeError(`placeRanges: draws must be positive, got ${draws}`);
  const chance = seededChance(seed);
  const sign = better === 'lower' ? 1 : -1;
  const sigma = placed.map(({ doubt }) => halfWidth(doubt) / NORMAL_95);
  const holds = placed.map(({ status }) => status !== 'throttled');
  const counts = placed.map(() => new Uint32Array(placed.length + 1));
  const values = new Float64Array(placed.length);
  const order = placed.map((_, i) => i);
  for (let draw = 0; draw < draws; draw += 1) {
    const common = chance.normal();
    placed.forEach(({ value, shared }, i) => {
      values[i] = sign * (value + sigma[i]! * chance.normal() + shared * common);
    });
    order.sort((a, b) => Number(holds[b]) - Number(holds[a]) || values[a]! - values[b]!);
    order.forEach((entry, at) => (counts[entry]![at + 1]! += 1));
  }
  return counts.map((byPlace) => {
    let below = 0;
    let from = 1;
    let to = placed.length;
    for (let place = 1; place <= placed.length; place += 1) {
      if (below <= TAIL * draws) from = place;
      below += byPlace[place]!;
      if (below >= (1 - TAIL) * draws) {
        to = place;
        break;
      }
    }
    return [from, to];
  });
}
