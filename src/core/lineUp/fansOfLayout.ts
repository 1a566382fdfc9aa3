import type { LayoutFan } from '../cases/layout';
import { groupBy } from '../statistics/groupBy';
import { blankFan, type EntryFan } from './entry';

/**
 * The fans of a layout as an entry lists them, with the prices that were noted for each name.
 *
 * Example: Two ‘Brisa 120’ in front and one in the rear: 3 × Brisa 120, with the price noted of it.
 */
export function fansOfLayout(layout: readonly LayoutFan[], noted: readonly EntryFan[]): EntryFan[] {
  const alike = groupBy(layout, ({ fan, direction, place }) => [fan, direction, place].join('\n'));
  return [...alike.values()].map((fans) => {
    const { fan, direction, place } = fans[0]!;
    const known = noted.find((other) => other.name === fan) ?? blankFan({ name: fan });
    return { ...known, count: fans.length, direction, place };
  });
}
