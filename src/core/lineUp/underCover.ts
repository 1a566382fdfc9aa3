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

/** The parts of a text that are a name, in any case, and not part of a longer word. */
function finder(name: string): RegExp {
  const words = name
    .trim()
    .split(/[\s-]+/)
    .map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  return new RegExp(`(?<![\\p{L}\\p{N}])${words.join('[\\s_-]*')}(?![\\p{L}])`, 'giu');
}

/**
 * For whom a bundle leaves the lab: the lab itself, everything and no cover; somebody else, covered names; readers, covered names and
 * no notes, serial numbers or lenders.
 */
export type Leaving = 'private' | 'covered' | 'publishable';

export interface CoverWords {
  /** The text with every covered name replaced by its cover. */
  text: (text: string) => string;
  /** The same for ids and file names. */
  id: (text: string) => string;
}

/**
 * Replaces the names and makers of covered products, and the ids made of them, in whatever leaves the lab. A name in
 * `open` stays: somebody else of the line-up goes by it openly.
 *
 * Example: ‘Sirocco 140’ covered as ‘Fan A’: its name, its slug and its pieces are words to replace, unless an open
 * product has them too.
 */
export function coverWords(covered: readonly Covered[], open: readonly string[]): CoverWords {
  const isOpen = new Set(open.map(slugOf));
  const found = covered
    .flatMap(({ name, maker, coverName, code }) => [
      { word: name, coverName, code },
      // Without diacritics, as ids have it.
      { word: slugOf(name), coverName, code },
      { word: maker, coverName, code },
    ])
    .filter(({ word }) => word.trim().length >= LEAST_LETTERS && !isOpen.has(slugOf(word)))
    // A name that holds another goes first.
    .sort((a, b) => b.word.length - a.word.length)
    .map((other) => ({ ...other, pattern: finder(other.word) }));
  return {
    text: (text) =>
      found.reduce((name, { pattern, coverName }) => name.replace(pattern, () => coverName), text),
    id: (text) => found.reduce((name, { pattern, code }) => name.replace(pattern, () => code), text),
  };
}

/**
 * A value of plain data with every text in it put under cover; its keys stay.
 *
 * Example: { title: 'Sirocco 140 tested' } comes back as { title: 'Fan A tested' }.
 */
export function coverAll<T>(value: T, words: CoverWords): T {
  if (typeof value === 'string') return words.text(value) as T;
  if (Array.isArray(value)) return value.map((other: unknown) => coverAll(other, words)) as T;
  if (typeof value !== 'object' || value === null || value instanceof Date) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, other]) => [key, coverAll(other as unknown, words)]),
  ) as T;
}
