import type { Question } from '../brief/questions';
import type { ProductKind } from './product';

const KIND_OF: Partial<Record<Question, ProductKind>> = {
  'fans-on-cooler': 'fan',
  'fans-by-air': 'fan',
  'case-places': 'case-layout',
  cases: 'case-layout',
};

/**
 * What a new entry of a round-up most likely is, by its question.
 *
 * @example usualKind('fans-by-air') → 'fan'
 */
export const usualKind = (question: Question): ProductKind => KIND_OF[question] ?? 'air-tower';
