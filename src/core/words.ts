const NUMBER = new Intl.PluralRules('en');

/**
 * A count with its noun: “1 run”, “3 runs”, “2 entries”.
 *
 * @example plural(3, 'run') → '3 runs'
 */
export function plural(count: number, name: string, many = `${name}s`): string {
  return `${count} ${NUMBER.select(count) === 'one' ? name : many}`;
}

/**
 * A text with its first letter large, as a sentence begins.
 *
 * @example sentence('the room moved') → 'The room moved'
 */
export function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/**
 * A sentence as it goes on inside another one: its first letter small.
 *
 * @example insideSentence('Fan speed') → 'fan speed'
 */
export function insideSentence(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/**
 * Names in a row: “A, B and C”. By hand: the platform’s list of a language keeps a phone busy for a third of a second at its first use.
 *
 * @example inARow(['A', 'B', 'C']) → 'A, B and C'
 */
export function inARow(names: readonly string[]): string {
  if (names.length < 2) return names.join('');
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

export interface Range {
  low: number;
  high: number;
}

/**
 * From the least to the largest of values that are numbers, in words; one figure where both read alike.
 *
 * @example span({ low: 1, high: 2.5 }, 1) → '1.0 to 2.5'
 */
export function span({ low, high }: Range, decimals: number): string {
  const [a, b] = [low.toFixed(decimals), high.toFixed(decimals)];
  return a === b ? a : `${a} to ${b}`;
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

/**
 * A place in words: “third”; from the eleventh on by its figure.
 *
 * @example firstOf(3) → 'third'
 */
export function firstOf(place: number): string {
  return ORDINALS[place - 1] ?? `in place ${place}`;
}

/**
 * A place as a name: “third”; from the eleventh on “number 11”.
 *
 * @example ordinalWord(11) → 'number 11'
 */
export function ordinalWord(place: number): string {
  return ORDINALS[place - 1] ?? `number ${place}`;
}

/**
 * A range of places in words: “third”, “second to fifth”.
 *
 * @example placesInWords(2, 5) → 'second to fifth'
 */
export function placesInWords(from: number, to: number): string {
  return from === to ? firstOf(from) : `${ordinalWord(from)} to ${ordinalWord(to)}`;
}

const COUNTS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/**
 * A count as it is written in a sentence: in letters up to ten.
 *
 * @example countWord(3) → 'three'
 */
export const countWord = (count: number): string => COUNTS[count] ?? String(count);

/**
 * So many of something, the count in letters.
 *
 * @example counted(2, 'pass', 'passes') → 'two passes'
 */
export const counted = (count: number, name: string, many = `${name}s`): string =>
  `${countWord(count)} ${NUMBER.select(count) === 'one' ? name : many}`;
