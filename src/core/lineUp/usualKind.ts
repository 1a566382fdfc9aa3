import type { Question } from '../brief/questions';
import type { ProductKind } from './product';

const KIND_OF: Partial<Record<Question, ProductKind>> = {
  'fans-on-cooler': 'fan',
  'fans-by-air': 'fan',
  'case-places': 'case-layout',
};

/**
 * What a new entry of a round-up most likely is, by its question.
 *
 * @example usualKind('fans-by-air') → 'fan'
 */
export const usualKind = (question: Question): ProductKind => KIND_OF[question] ?? 'air-tower';

/**
 * A label for another sample, after those that a product has: letters in their order, from B on where none was noted, since the first
 * is there without one.
 *
 * @example nextSample(['A', 'B']) → 'C'
 */
export function nextSample(labels: readonly string[]): string {
  const taken = new Set(labels.map((label) => label.trim().toUpperCase()));
  for (let code = 66; code <= 90; code += 1) {
    const letter = String.fromCodePoint(code);
    if (!taken.has(letter)) return letter;
  }
  return String(labels.length + 1);
}
