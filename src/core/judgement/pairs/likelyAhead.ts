import type { Comparable } from '@/core/uncertainty/criticalDifference';
import { chanceAhead } from './chanceAhead';

/**
 * Who of two is more likely ahead, taken as the only pair, and how likely.
 *
 * Example: 38.0 and 38.4 K with 0.4 K of standard uncertainty between them: the first, with 84 %.
 */
export function likelyAhead(
  one: Comparable,
  other: Comparable,
  better: 'lower' | 'higher',
): { likely: 'one' | 'other'; chance: number } {
  const chance = chanceAhead(one, other, better);
  return { likely: chance >= 0.5 ? 'one' : 'other', chance: Math.max(chance, 1 - chance) };
}
