import { figure } from '@/ui/figures';
import type { JudgementData } from './judgementData';

/** Who is worth the money: the front of price against rise, what each step up costs, and who is beaten by whom. */
export function PriceFront({ data, nameOf }: { data: JudgementData; nameOf: (entry: string) => string }) {
  const { front, currency, items } = data;
  if (front.length < 2) return null;
  const priceOf = (entry: string) => items.find((item) => item.entry === entry)?.price ?? 0;
  const onFront = front
    .filter(({ beatenBy }) => beatenBy.length === 0)
    .sort((a, b) => priceOf(a.entry) - priceOf(b.entry));
  const beaten = front.filter(({ beatenBy }) => beatenBy.length > 0);
  return (
    <section aria-label="Value" className="max-w-240 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold">What a kelvin costs</h3>
      <ul className="list-disc space-y-0.5 pl-5">
        {onFront.map(({ entry, next }) => (
          <li key={entry} dir="auto">
            <b>{nameOf(entry)}</b>, {figure(priceOf(entry), 2)} {currency}
            {next
              ? `: the next step up is ${nameOf(next.entry)}, ${figure(next.lessK, 1)} K cooler for ${figure(next.moreMoney, 2)} more, ${figure(next.moneyPerK, 2)} ${currency} a kelvin.`
              : ': nothing here is surely cooler for more money.'}
          </li>
        ))}
        {beaten.map(({ entry, beatenBy }) => (
          <li key={entry} className="text-ink2" dir="auto">
            {nameOf(entry)}, {figure(priceOf(entry), 2)} {currency}: beaten by{' '}
            {beatenBy.map(nameOf).join(', ')}, for no more money and beyond doubt.
          </li>
        ))}
      </ul>
    </section>
  );
}
