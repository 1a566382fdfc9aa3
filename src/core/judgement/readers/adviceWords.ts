import type { Advice } from './advice';

/**
 * Whether an entry fits a machine, in words. What is not known of it is not too close to call.
 *
 * @example adviceWords({ status: 'open', isExtrapolated: true, marginK: 3, interval95: 5 }) → 'beyond what was measured'
 */
export function adviceWords({
  status,
  isExtrapolated,
  marginK,
  interval95,
}: Pick<Advice, 'status' | 'isExtrapolated' | 'marginK' | 'interval95'>): string {
  if (status === 'fits') return 'fits';
  if (status === 'misses') return 'does not fit';
  if (isExtrapolated) return 'beyond what was measured';
  const isClose = marginK !== null && interval95 !== null && Math.abs(marginK) < interval95;
  return isClose ? 'too close to call' : 'may fit';
}
