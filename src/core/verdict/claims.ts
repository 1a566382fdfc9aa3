import type { Outcome } from '../outcome';
import type { PlacedEntry } from '../ranking/rankAtLine';
import { pairDifference } from '../ranking/pairDifference';
import { inARow } from '../words';
import { partsOf, type Reference } from './references';

/** A figure of a text in its order: of one entry, or of two as a difference. */
export interface Borne {
  /** The order it stands in: figures of one order can be set against one another. */
  order: object;
  /** How many that order places, and which side of it is better. */
  count: number;
  better: 'lower' | 'higher';
  placed: readonly [PlacedEntry] | readonly [PlacedEntry, PlacedEntry];
}

/** A sentence that says more than its figures bear. */
export interface Overclaim {
  sentence: string;
  /** The references in it that do not bear it, as they stand in the text. */
  references: string[];
  why: string;
}

// Words that set one above others, or all; what takes them back, or tells a tie.
const FIRST =
  /(?<!\bat )\b(leads?|first|best|wins?|winner|coolest|quietest|unbeaten|ahead of (all|every|the (rest|others)))\b/i;
const COMPARED =
  /\b(better|cooler|quieter|ahead|beats?|outperforms?|saves?|brings?|gains?|worth|worse|warmer|hotter|louder|behind|leads?|wins?)\b/i;
const TAKEN_BACK =
  /\b(not|no|none|nobody|neither|nor|never|ties?|tied|too close|cannot|can’t|hardly|unless|whether)\b|n[’']t\b/i;

// Between two figures: which way round they are told. Other words leave open who is meant.
const FIRST_AHEAD = /\b((better|cooler) than|ahead of|beats|outperforms)\b/i;
const FIRST_BEHIND = /\b((worse|warmer|hotter) than|behind)\b/i;

/** The sentences of a text, its references left whole. */
function sentencesOf(text: string): string[] {
  // A reference has no end of a sentence in it: “@ 28.5” is followed by no blank.
  return text
    .split(/(?<=[.!?])\s+|\n+/)
    .map((part) => part.trim())
    .filter(Boolean);
}

/**
 * Sentences that claim more than the figures in them bear: a difference that does not leave its interval told as one, “first” or “best” of
 * whom shares its place or stands behind, two figures compared that cannot be told apart, or told the wrong way round. Sentences that take a claim back, or tell a
 * tie, are left; what is claimed without a figure is not seen.
 *
 * Example: ‘A leads with {{rise a}}.’ where a holds places 1 to 2: why: ‘A holds places 1 to 2 there’.
 */
export function overclaims(
  text: string,
  borne: (reference: Reference) => Outcome<Borne>,
  nameOf: (entry: string) => string,
): Overclaim[] {
  return sentencesOf(text).flatMap((sentence): Overclaim[] => {
    const parts = partsOf(sentence);
    const words = parts.filter((part) => typeof part === 'string').join(' … ');
    if (TAKEN_BACK.test(words)) return [];
    const figures = parts.flatMap((part) => {
      if (typeof part === 'string') return [];
      const found = borne(part.reference);
      return found.known ? [{ text: part.text, ...found.value }] : [];
    });
    const isFirst = FIRST.test(words);
    const isCompared = COMPARED.test(words);
    if (!isFirst && !isCompared) return [];
    const over = (references: string[], why: string) => [{ sentence, references, why }];

    for (const { text: reference, placed, count } of figures) {
      if (placed.length === 1) continue;
      const [one, other] = placed;
      if (pairDifference(other, one, count).isOpen)
        return over(
          [reference],
          `${inARow([nameOf(one.entry), nameOf(other.entry)])} are too close to call there`,
        );
    }
    const single = figures.filter(({ placed }) => placed.length === 1);
    const of = new Set(single.map(({ placed }) => placed[0].entry));
    if (isCompared && of.size === 2) {
      const [one, other] = [...of].map((entry) => single.find(({ placed }) => placed[0].entry === entry)!);
      const references = single.map(({ text: reference }) => reference);
      if (one!.order === other!.order) {
        const { difference, isOpen } = pairDifference(other!.placed[0], one!.placed[0], one!.count);
        if (isOpen) return over(references, `${inARow([...of].map(nameOf))} are too close to call there`);
        const between = sentence.slice(
          sentence.indexOf(one!.text) + one!.text.length,
          sentence.indexOf(other!.text),
        );
        const told = FIRST_AHEAD.test(between) ? 'ahead' : FIRST_BEHIND.test(between) ? 'behind' : null;
        const is = difference < 0 === (one!.better === 'lower') ? 'ahead' : 'behind';
        if (told && told !== is)
          return over(references, `${nameOf(one!.placed[0].entry)} is ${is} there, beyond the interval`);
      }
    }
    if (isFirst && of.size === 1) {
      const { entry, placeFrom, placeTo } = single[0]!.placed[0];
      if (placeTo > 1)
        return over(
          single.map(({ text: reference }) => reference),
          `${nameOf(entry)} holds ${placeFrom === placeTo ? `place ${placeFrom}` : `places ${placeFrom} to ${placeTo}`} there`,
        );
    }
    return [];
  });
}

// As `orderSentences` tells places.
const OF_PLACES = /( is [a-z]+(-[a-z]+)?( to [a-z-]+: too close to call)?| tie for [a-z-]+ place)\.$/;

/**
 * Sentences that were taken from an order and do not follow from it any more.
 *
 * @example staleSentences('A is first.', ['B is first.'], ['A', 'B']).length → 1
 */
export function staleSentences(text: string, now: readonly string[], names: readonly string[]): Overclaim[] {
  return sentencesOf(text)
    .filter(
      (part) => OF_PLACES.test(part) && names.some((name) => part.startsWith(name)) && !now.includes(part),
    )
    .map((sentence) => ({ sentence, references: [], why: 'the order does not say so any more' }));
}
