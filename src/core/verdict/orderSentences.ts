import { inARow, ordinalWord } from '../words';
import type { Ranking } from '../ranking/rankAtLine';

/**
 * Sentences about an order that claim no more than it bears: who stands alone at a place, and who cannot be told from whom.
 *
 * Example: Places 1, 2–3 and 2–3 of A, B and C: ‘A is first.’, ‘B and C tie for second place.’
 */
export function orderSentences(
  ranking: Pick<Ranking, 'placed'>,
  nameOf: (entry: string) => string,
): string[] {
  const { placed } = ranking;
  const told: string[] = [];
  const said = new Set<string>();
  for (const one of placed) {
    if (said.has(one.entry)) continue;
    const name = nameOf(one.entry);
    if (one.placeFrom === one.placeTo) {
      told.push(`${name} is ${ordinalWord(one.place)}.`);
      continue;
    }
    // Who has the very same range shares it; others overlap, and are said by themselves.
    const alike = placed.filter(
      (other) => other.placeFrom === one.placeFrom && other.placeTo === one.placeTo,
    );
    if (alike.length === one.placeTo - one.placeFrom + 1) {
      for (const { entry } of alike) said.add(entry);
      told.push(
        `${inARow(alike.map(({ entry }) => nameOf(entry)))} tie for ${ordinalWord(one.placeFrom)} place.`,
      );
    } else
      told.push(
        `${name} is ${ordinalWord(one.placeFrom)} to ${ordinalWord(one.placeTo)}: too close to call.`,
      );
  }
  const throttled = placed.filter(({ status }) => status === 'throttled').map(({ entry }) => nameOf(entry));
  if (throttled.length > 0)
    told.push(`${inARow(throttled)} ${throttled.length > 1 ? 'throttle' : 'throttles'} at this load.`);
  const near = placed.filter(({ status }) => status === 'near-limit').map(({ entry }) => nameOf(entry));
  if (near.length > 0)
    told.push(
      `${inARow(near)} ${near.length > 1 ? 'come' : 'comes'} too near the limit to say whether ${near.length > 1 ? 'they throttle' : 'it throttles'}.`,
    );
  return told;
}
