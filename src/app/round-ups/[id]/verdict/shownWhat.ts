import { AGAINST } from '@/core/curves/curveRule';
import type { ShownWhat } from '@/core/verdict/verdictSheet';

/** What a picture or a table is of, as its address says; the round-up's own where it says nothing that is. */
export function shownWhat(query: URLSearchParams): ShownWhat {
  const text = (name: string) => (query.get(name) ?? '').slice(0, 200);
  const against = AGAINST.find((other) => other === query.get('against')) ?? 'noise';
  const at = Number(query.get(against === 'noise' ? 'line' : 'at') ?? '');
  const isAt = query.has(against === 'noise' ? 'line' : 'at') && at >= 0 && at <= 60_000;
  return {
    response: text('what') || 'rise',
    place: text('place'),
    against,
    at: isAt ? at : null,
    load: text('load'),
  };
}
