import { inARow } from '@/core/words';
import { cheapestStep, type FrontStanding } from './priceFront';

/**
 * What the prices say in a sentence that holds: who is clearly beaten for no more money, and which step up costs least where its
 * interval lies below those of all others. `standings` are those with both a place and a price.
 *
 * Example: ‘C is clearly beaten for no more money. The cheapest step up is from A to B: 0.82 to 1.15 EUR per K.’
 */
export function valueAnswer(
  standings: readonly FrontStanding[],
  nameOf: (entry: string) => string,
  { currency, unit }: { currency: string; unit: string },
): string {
  const [only, ...others] = standings;
  if (!only) return 'No entry has both a place and a price here.';
  if (others.length === 0) return `Only ${nameOf(only.entry)} has both a place and a price here.`;
  const beaten = standings.filter(({ beatenBy }) => beatenBy.length > 0).map(({ entry }) => nameOf(entry));
  const first =
    beaten.length === 0
      ? 'No entry is clearly beaten for its money.'
      : `${inARow(beaten)} ${beaten.length === 1 ? 'is' : 'are'} clearly beaten for no more money.`;
  const least = cheapestStep(standings);
  if (!least) return first;
  const [from, to] = least.next.perUnit95.map((each) => each.toFixed(2));
  return `${first} The cheapest step up is from ${nameOf(least.entry)} to ${nameOf(least.next.entry)}: ${from} to ${to} ${currency} per ${unit}.`;
}
