import { inARow } from '@/core/words';
import type { ValueData } from '@/lab/orders/valuePage';

/**
 * What the prices say in a sentence that holds: who is clearly beaten for no more money, and which step up costs least where its
 * interval lies below those of all others.
 */
export function valueAnswer({ items, currency, unit }: ValueData): string {
  const standing = items.filter((item) => item.standing !== null);
  if (standing.length === 0) return 'No entry has both a place and a price here.';
  if (standing.length === 1) return `Only ${standing[0]!.product} has both a place and a price here.`;
  const nameOf = (entry: string) => items.find((item) => item.entry === entry)!.product;
  const beaten = standing.filter((item) => item.standing!.beatenBy.length > 0);
  const steps = standing.flatMap((item) =>
    item.standing!.next ? [{ from: item, step: item.standing!.next }] : [],
  );
  const least = steps.find(({ step }) =>
    steps.every((other) => other.step === step || step.perUnit95[1] < other.step.perUnit95[0]),
  );
  const names = beaten.map(({ product }) => product);
  const first =
    names.length === 0
      ? 'No entry is clearly beaten for its money.'
      : `${inARow(names)} ${names.length === 1 ? 'is' : 'are'} clearly beaten for no more money.`;
  if (!least || steps.length < 2) return first;
  const [from, to] = least.step.perUnit95;
  return `${first} The cheapest step up is from ${least.from.product} to ${nameOf(least.step.entry)}: ${from.toFixed(2)} to ${to.toFixed(2)} ${currency} per ${unit}.`;
}
