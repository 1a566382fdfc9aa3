import type { PlacedEntry } from './rankAtLine';

/**
 * How a placed entry stands, in words, where it does not simply hold the load at the line; empty where it does.
 *
 * @example standingWords('throttled') → 'throttles'
 */
export function standingWords(status: PlacedEntry['status']): string {
  const words = {
    ranked: '',
    'tops-out': 'tops out below the line',
    'near-limit': 'too near the limit to say whether it throttles',
    throttled: 'throttles',
  };
  return words[status];
}

/**
 * Whether the load is held, as a cell says it.
 *
 * @example holdsWords('near-limit') → 'near the limit'
 */
export function holdsWords(status: PlacedEntry['status']): string {
  if (status === 'throttled') return 'throttles';
  return status === 'near-limit' ? 'near the limit' : 'holds the load';
}
