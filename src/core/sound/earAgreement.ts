import { known, unknown, type Outcome } from '../outcome';
import { quantile } from '../statistics/quantile';
import { seededChance } from '../statistics/chance';

export interface EarAgreement {
  /** Pairs that the ear and the figure put in the same order, and all that can be told apart by the figure. */
  agreed: number;
  pairs: number;
  share: number;
  /** 95 % interval of the share. */
  from: number;
  to: number;
}

const FEWEST = 4;
const DRAWS = 2000;

/**
 * How often an ear and a figure put two clips in the same order: the share of concordant pairs (Kendall 1938), with a 95 %
 * interval by drawing clips anew, seeded (Efron 1979), since pairs share their clips. Clips of equal figures make no pair.
 * Not computable from fewer than four clips.
 *
 * Example: Places 1, 2, 3, 4 against 1.1, 2.2, 3.9 and 3.1 sone: 5 of 6 pairs.
 *
 * @param places by the ear, 1 the most pleasant
 * @param figures of the same clips, lower better
 * @throws where both have not the same number
 */
export function earAgreement(
  places: readonly number[],
  figures: readonly number[],
  seed = 1,
): Outcome<EarAgreement> {
  if (places.length !== figures.length)
    throw new RangeError(`earAgreement: ${places.length} places, and ${figures.length} figures`);
  if (places.length < FEWEST) return unknown(`needs four clips, has ${places.length}`);
  const count = (of: readonly number[]) => {
    let [agreed, pairs] = [0, 0];
    for (let i = 0; i < of.length; i += 1)
      for (let j = i + 1; j < of.length; j += 1) {
        const [a, b] = [of[i]!, of[j]!];
        if (a === b) continue;
        const apart = figures[a]! - figures[b]!;
        if (apart === 0 || places[a] === places[b]) continue;
        pairs += 1;
        if (apart < 0 === places[a]! < places[b]!) agreed += 1;
      }
    return { agreed, pairs };
  };
  const all = places.map((_, i) => i);
  const { agreed, pairs } = count(all);
  if (pairs === 0) return unknown('no two clips differ by this figure');
  const chance = seededChance(seed);
  const shares: number[] = [];
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const drawn = count(all.map(() => Math.floor(chance.uniform() * all.length)));
    if (drawn.pairs > 0) shares.push(drawn.agreed / drawn.pairs);
  }
  return known({
    ...{ agreed, pairs, share: agreed / pairs },
    from: Math.min(quantile(shares, 0.025), agreed / pairs),
    to: Math.max(quantile(shares, 0.975), agreed / pairs),
  });
}
