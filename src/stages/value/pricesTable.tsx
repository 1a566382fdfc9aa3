import { PRICE_DAYS } from '@/core/lineUp/prices';
import { dayWords } from '@/core/timeWords';
import type { ValueData, ValueItem } from '@/lab/orders/readers/valuePage';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { Term } from '@/ui/marks/term';
import { Heads, LIKELY_PLACE, num } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';

function priceWords({ dated }: ValueItem, currency: string): string {
  if (!dated) return 'from the product’s sheet';
  const parts = [dayWords(dated.date), dated.region, dated.inStock === false ? 'out of stock' : ''];
  if (dated.currency !== currency) parts.unshift(`${dated.price.toFixed(2)} ${dated.currency}`);
  return parts.filter(Boolean).join(', ');
}

/** Each entry with its place, its price and its day, and what a unit costs; a name opens its prices. */
export function PricesTable({
  data: { items, currency, decimals, unit, perUnitOf, what },
  open,
  onOpen,
}: {
  data: ValueData;
  open: ValueItem | undefined;
  onOpen: (entry: string) => void;
}) {
  return (
    <Scrolled label="Prices">
      <table className="figure-table">
        <Heads
          of={[
            LIKELY_PLACE,
            'Entry',
            num(`${what}, ${unit}`),
            num(`Price, ${currency}`),
            perUnitOf && num(`${currency} per ${perUnitOf}`),
            'Against the others',
          ]}
        />
        <tbody>
          {items.map((item) => (
            <tr key={item.entry} data-entry={item.entry} className={item === open ? 'bg-raised' : undefined}>
              <td className="font-bold whitespace-nowrap">
                {item.place ? placeText(item.place.from, item.place.to) : '–'}
              </td>
              <td className="min-w-40">
                <button
                  type="button"
                  className="flex cursor-pointer items-center gap-1.5 text-left"
                  aria-pressed={item === open}
                  title="Its prices"
                  onClick={() => onOpen(item.entry)}
                >
                  <EntryMark position={item.position} />
                  <span dir="auto">{item.product}</span>
                </button>
              </td>
              <td className="num whitespace-nowrap">
                {item.place ? (
                  <>
                    <b>{figure(item.place.value, decimals)}</b>{' '}
                    <span className="text-[13px] text-ink2">
                      ± {figure(item.place.interval95, decimals)}, {figure(item.place.levelDb, 1)} dB(A)
                    </span>
                  </>
                ) : (
                  <span className="text-[13px] text-ink2">not ranked here</span>
                )}
              </td>
              <td className="num">
                {item.price === null ? (
                  <span className="text-[13px] text-warn">{item.why}</span>
                ) : (
                  <>
                    <b>{figure(item.price, 2)}</b>
                    <span className="block text-[12.5px] whitespace-nowrap text-ink2">
                      {priceWords(item, currency)}
                    </span>
                    {item.span && (
                      <span className="block text-[12.5px] whitespace-nowrap text-ink2">
                        {figure(item.span[0], 2)} to {figure(item.span[1], 2)} in {PRICE_DAYS} days
                      </span>
                    )}
                  </>
                )}
              </td>
              {perUnitOf && (
                <td className="num whitespace-nowrap">
                  {item.perUnit === null
                    ? '–'
                    : `${figure(item.perUnit.value, 2)} ± ${figure(item.perUnit.interval95, 2)}`}
                </td>
              )}
              <td className="text-[14px]">
                {item.place && !item.place.holds ? (
                  'throttles'
                ) : item.standing === null ? (
                  ''
                ) : item.standing.beatenBy.length > 0 ? (
                  <Term name="clearly beaten" />
                ) : (
                  'not beaten'
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}
