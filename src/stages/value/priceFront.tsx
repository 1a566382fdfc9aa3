import { inARow } from '@/core/words';
import { figure } from '@/ui/marks/figures';
import type { ValueData } from '@/lab/orders/readers/valuePage';

/** Who is worth the money: the front of price against what is ranked, what each step up costs, and who is beaten by whom. */
export function PriceFront({ data }: { data: ValueData }) {
  const { currency, items, unit, decimals, better } = data;
  const priced = items.filter(({ standing }) => standing !== null);
  if (priced.length < 2)
    return (
      <p className="text-[14.5px] text-ink2">
        {priced.length === 0
          ? 'Nothing here has both a place and a price'
          : 'One entry alone has both a place and a price'}
        : two are needed to set price against it.
      </p>
    );
  const nameOf = (entry: string) => items.find((item) => item.entry === entry)?.product ?? entry;
  const word = unit === 'K' ? 'cooler' : better === 'higher' ? 'more' : 'less';
  const onFront = priced
    .filter(({ standing }) => standing!.beatenBy.length === 0)
    .sort((a, b) => a.price! - b.price!);
  const beaten = priced.filter(({ standing }) => standing!.beatenBy.length > 0);
  return (
    <section
      aria-label="Value"
      className="shrink-0 border-hairline text-[14.5px] lg:w-[390px] lg:border-l lg:pl-6"
    >
      <h3 className="font-display text-[16px] font-bold">What the next step up costs</h3>
      <ul className="list-disc space-y-0.5 pl-5">
        {onFront.map(({ entry, product, price, standing }) => {
          const next = standing!.next;
          return (
            <li key={entry} dir="auto">
              <b>{product}</b>, {figure(price!, 2)} {currency}
              {next
                ? `. Next step up: ${nameOf(next.entry)}, ${figure(next.better, decimals)} ± ${figure(next.better95, decimals)} ${unit} ${word} for ${figure(next.moreMoney, 2)} more, ${next.perUnit95.map((each) => figure(each, 2)).join(' to ')} ${currency} per ${unit}.`
                : '. Nothing pricier is clearly better.'}
            </li>
          );
        })}
        {beaten.map(({ entry, product, price, standing }) => (
          <li key={entry} className="text-ink2" dir="auto">
            {product}, {figure(price!, 2)} {currency}: clearly beaten by{' '}
            {inARow(standing!.beatenBy.map(nameOf))}, for no more money.
          </li>
        ))}
      </ul>
    </section>
  );
}
