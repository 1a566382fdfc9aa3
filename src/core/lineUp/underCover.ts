import { isOrdinaryWord } from './commonWords';
import { foldedText } from './foldedText';

/** A product that goes by another name until it is revealed. */
export interface Covered {
  name: string;
  maker: string;
  coverName: string;
  /** Id of its entry, made of the cover name. */
  code: string;
}

/**
 * What would be written for a name in ids and file names.
 *
 * @example slugOf('Sirocco 140 Pro') → 'sirocco-140-pro'
 */
export function slugOf(name: string): string {
  return (
    name
      .normalize('NFKD')
      .replace(/\p{M}+/gu, '')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'entry'
  );
}

/** Shorter names stand in too many other words. */
const LEAST_LETTERS = 3;

/** The letters and digits of a name, as words. */
export const wordsOf = (name: string): string[] => foldedText(name).text.match(/[\p{L}\p{N}]+/gu) ?? [];

/** Spellings of a word of a folded name: ä as a or ae, ö as o or oe, ü as u or ue, ß as ss. */
const spellings = (word: string): string =>
  word.replace(/ss|ß|([aou])e|[aouæø]|[.*+?^${}()|[\]\\]/g, (found, vowel: string | undefined) => {
    if (found === 'ss' || found === 'ß') return '(?:ss|ß)';
    const letter = vowel ?? found;
    if (letter === 'a' || letter === 'æ') return '(?:ae?|æ)';
    if (letter === 'o' || letter === 'ø') return '(?:oe?|ø)';
    return letter === 'u' ? 'ue?' : escaped(found);
  });

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/**
 * Where a name stands in a folded text: its words with nothing, signs of an id or its own signs between them, not as part of a longer
 * word. A count may stand before it (“2xSirocco”), and a unit behind its number (“140mm”). Null for a name that cannot be looked for: too
 * short, a number, or an ordinary word.
 */
function finder(name: string): RegExp | null {
  const words = wordsOf(name);
  const letters = words.join('');
  if (letters.length < LEAST_LETTERS || /^\p{N}+$/u.test(letters) || isOrdinaryWord(letters)) return null;
  const signs = new Set(foldedText(name).text.match(/[^\p{L}\p{N}\s_.-]/gu) ?? []);
  const between = `(?:${['[ \\t\\n\\u2010-\\u2015_.-]', '%20', ...[...signs].map(escaped)].join('|')})*`;
  const before = /^\p{N}/u.test(words[0]!) ? '(?<![\\p{L}\\p{N}])' : '(?:(?<!\\p{L})|(?<=\\p{N}x))';
  const behind = /\p{N}$/u.test(words.at(-1)!) ? '(?!\\p{N})' : '(?!\\p{L})';
  return new RegExp(`${before}${words.map(spellings).join(between)}${behind}`, 'gu');
}

/**
 * For whom a bundle leaves the lab: the lab itself, everything and no cover; somebody else, covered names; readers, covered names and
 * no notes, serial numbers or lenders.
 */
export type Leaving = 'private' | 'covered' | 'publishable';

export interface CoverWords {
  /** The text with every covered name replaced by its cover. */
  text: (text: string) => string;
  /** The same for file names. */
  id: (text: string) => string;
  /** The name in a text that should stand under its cover; null where there is none. */
  found: (text: string) => string | null;
}

/** Nobody is covered. */
export const NO_COVERS: CoverWords = { text: (text) => text, id: (text) => text, found: () => null };

interface Place {
  from: number;
  to: number;
}

interface CoveredPlace extends Place {
  covered: Covered;
}

const placesOf = (pattern: RegExp, text: string): Place[] =>
  [...text.matchAll(pattern)].map(({ index, 0: { length } }) => ({ from: index, to: index + length }));

/**
 * Replaces the names and makers of covered products in whatever leaves the lab, however they are written: in any case, with or without
 * accents and unseen signs, as ids. A name in `openNames` stays, also where a covered one is a part of it: somebody else of the line-up goes
 * by it openly.
 *
 * Example: ‘Sirocco 140’ covered as ‘Fan A’, ‘Sirocco 140 Pro’ open: of “Sirocco 140 Pro, SIROCCO-140” comes “Sirocco 140 Pro, Fan A”.
 */
export function coverWords(covered: readonly Covered[], openNames: readonly string[]): CoverWords {
  // A cover is open: one that came from another lab may be the only name that this lab knows.
  const open = [...openNames, ...covered.flatMap(({ coverName, code }) => [coverName, code])];
  const isOpen = new Set(open.map((name) => wordsOf(name).join(' ')));
  const wanted = covered
    .flatMap((other) =>
      [other.name, other.maker].map((word) => ({ word, covered: other, pattern: finder(word) })),
    )
    .filter(({ word, pattern }) => pattern !== null && !isOpen.has(wordsOf(word).join(' ')));
  if (wanted.length === 0) return NO_COVERS;
  // Only a name that holds a covered one can keep it from being replaced.
  const kept = open.flatMap((name) => {
    const whole = foldedText(name).text;
    const pattern = finder(name);
    return pattern && wanted.some((other) => placesOf(other.pattern!, whole).length > 0) ? [pattern] : [];
  });

  /** In the order of the text, none within another; the longer one of two that begin together. */
  const coveredPlaces = (folded: string): CoveredPlace[] => {
    const found = wanted.flatMap(({ covered: other, pattern }) =>
      placesOf(pattern!, folded).map((place): CoveredPlace => ({ ...place, covered: other })),
    );
    if (found.length === 0) return [];
    const stays = kept.flatMap((pattern) => placesOf(pattern, folded));
    const hidden = found
      .filter(({ from, to }) => !stays.some((open) => open.from <= from && to <= open.to))
      .sort((a, b) => a.from - b.from || b.to - a.to);
    let end = 0;
    return hidden.filter(({ from, to }) => {
      if (from < end) return false;
      end = to;
      return true;
    });
  };

  const replaced = (text: string, by: (covered: Covered) => string): string => {
    const folded = foldedText(text);
    const places = coveredPlaces(folded.text);
    if (places.length === 0) return text;
    const parts: string[] = [];
    let at = 0;
    for (const { from, to, covered: other } of places) {
      parts.push(text.slice(at, folded.from[from]), by(other));
      at = folded.from[to]!;
    }
    return parts.join('') + text.slice(at);
  };

  return {
    text: (text) => replaced(text, ({ coverName }) => coverName),
    id: (text) => replaced(text, ({ code }) => code),
    found: (text) => {
      const folded = foldedText(text);
      const [first] = coveredPlaces(folded.text);
      return first ? text.slice(folded.from[first.from], folded.from[first.to]) : null;
    },
  };
}

/** Keys of plain data whose texts are ids or one of a few words: no name stands there, and one that reads the same must not change them. */
const IDS: ReadonlySet<string> = new Set([
  ...['entry', 'kind', 'question', 'against', 'response', 'unit', 'direction'],
  ...['order', 'pilot', 'photo', 'quantity', 'currency'],
]);

/**
 * A value of plain data with every text in it put under cover; its keys and ids stay.
 *
 * Example: { title: 'Sirocco 140 tested', entry: 'fan-a' } comes back as { title: 'Fan A tested', entry: 'fan-a' }.
 */
export function coverAll<T>(value: T, words: CoverWords): T {
  if (words === NO_COVERS) return value;
  if (typeof value === 'string') return words.text(value) as T;
  if (Array.isArray(value)) return value.map((other: unknown) => coverAll(other, words)) as T;
  if (typeof value !== 'object' || value === null || value instanceof Date) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, other]) => [
      key,
      IDS.has(key) ? other : coverAll(other as unknown, words),
    ]),
  ) as T;
}
