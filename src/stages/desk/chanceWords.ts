import { figure } from '@/ui/marks/figures';

/** A chance in words: what is as good as sure is “over 99 %”, and never told as sure. */
export const chanceWords = (chance: number): string =>
  chance > 0.995 ? 'over\u00a099\u202f%' : `${figure(100 * chance, 0)}\u202f%`;
