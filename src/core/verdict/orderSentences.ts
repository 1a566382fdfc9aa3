import { ordinalWord } from '../words';
import type { Ranking } from '../ranking/rankAtLine';

/**
 * Names in a row: “A, B and C”.
 *
 * @example inARow(['A', 'B', 'C']) → 'A, B and C'
 */
export function inARow(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
}

/**
 * Sentences about an order that claim no more than it bears: who stands alone at a place, and who cannot be told from whom.
 *
 * Example: Places 1, 2–3 and 2–3 of A, B and C: ‘A is first.’, ‘B and C share second place.’
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
        `${inARow(alike.map(({ entry }) => nameOf(entry)))} share ${ordinalWord(one.placeFrom)} place.`,
      );
    } else
      told.push(
        `${name} stands somewhere from ${ordinalWord(one.placeFrom)} to ${ordinalWord(one.placeTo)}.`,
      );
  }
  const throttled = placed.filter(({ status }) => status === 'throttled').map(({ entry }) => nameOf(entry));
  if (throttled.length > 0)
    told.push(`${inARow(throttled)} ${throttled.length > 1 ? 'do' : 'does'} not hold the load.`);
  return told;
}
