import { distance } from 'fastest-levenshtein';
import { isTellingWord } from './commonWords';
import { wordsOf } from './underCover';

/** A word of a text that resembles a word of a covered name. */
export interface CloseWord {
  word: string;
  name: string;
}

/** Longer words may differ in two letters, shorter ones in one. */
const LONG = 8;
const LEAST_LETTERS = 4;

/** “krahenholz” and “kraehenholz” are one spelling. */
const plainSpelling = (word: string) => word.replaceAll('ß', 'ss').replace(/([aou])e/g, '$1');

function isClose(word: string, name: string): boolean {
  if (name.length < LEAST_LETTERS || word.length < LEAST_LETTERS) return false;
  return word.includes(name) || distance(word, name) <= (name.length >= LONG ? 2 : 1);
}

/**
 * Lists words of texts that resemble a word of a covered name without being it: typing errors, compounds, inflections. Words of open
 * names are left out. Edit distance: Levenshtein (1966), one letter, or two from eight letters on.
 *
 * Example: the text “Sirroco again” and the covered name “Sirocco 140” give [{ word: 'Sirroco', name: 'sirocco' }].
 */
export function closeWords(
  texts: readonly string[],
  coveredNames: readonly string[],
  openNames: readonly string[],
): CloseWord[] {
  const open = new Set(openNames.flatMap(wordsOf));
  const names = [...new Set(coveredNames.flatMap(wordsOf))].filter(
    (name) => isTellingWord(name) && !open.has(name),
  );
  const found = new Map<string, CloseWord>();
  for (const text of texts)
    for (const word of text.match(/[\p{L}\p{M}\p{N}]+/gu) ?? []) {
      const [folded = ''] = wordsOf(word);
      if (found.has(folded) || open.has(folded) || !isTellingWord(folded)) continue;
      const name = names.find((other) => isClose(plainSpelling(folded), plainSpelling(other)));
      if (name !== undefined) found.set(folded, { word, name });
    }
  return [...found.values()];
}
