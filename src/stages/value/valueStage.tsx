'use client';

import { PRICE_DAYS } from '@/core/lineUp/prices';
import { TakeAlong } from '../desk/takeAlong';
import { Term } from '@/ui/marks/term';
import { parseAsString, useQueryState } from 'nuqs';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { PageLine } from '../desk/pageLine';
import { PastePanel } from '../paste/pastePanel';
import { usePaste } from '../paste/usePaste';
import { VerdictControls } from '../verdict/verdictControls';
import { dayWords } from '@/core/timeWords';
import { PricePicture } from './pricePicture';
import { PriceFront } from './priceFront';
import { PricesForm } from './pricesForm';
import type { ValueData, ValueItem } from '@/lab/orders/valuePage';

function priceWords({ dated }: ValueItem, currency: string): string {
  if (!dated) return 'from the product’s sheet';
  const parts = [dayWords(dated.date), dated.region, dated.inStock === false ? 'out of stock' : ''];
  if (dated.currency !== currency) parts.unshift(`${dated.price.toFixed(2)} ${dated.currency}`);
  return parts.filter(Boolean).join(', ');
}

/** Price against what is ranked: places, prices with their days, what a unit costs, and the front. */
export function ValueStage({ data }: { data: ValueData }) {
  const { items, currency, decimals, unit, perUnitOf } = data;
  const [chosen, setChosen] = useQueryState('entry', parseAsString.withDefault(''));
  const [pasting, setPasting] = usePaste('prices');
  const open = items.find(({ entry }) => entry === chosen) ?? items[0];
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <VerdictControls choice={data.choice} />
      </PageLine>
      <div className="flex items-start gap-x-6 gap-y-2 max-sm:flex-col">
        <div className="min-w-0 flex-1">
          <h2 className="font-display max-w-200 text-[26px] leading-tight font-bold" dir="auto">
            {data.answer}
          </h2>
          <p className="label-text pt-1">
            {data.heading}, {data.loadLabel}. Price of the whole entry, fans counted.{' '}
            <TakeAlong
              picture="value-picture"
              condition={`${data.heading}, ${data.loadLabel}`}
              fileName="value"
              figures={() =>
                items.map((item) => ({
                  load: data.loadLabel,
                  at: data.heading,
                  entry: item.product,
                  place_from: item.place?.from ?? null,
                  place_to: item.place?.to ?? null,
                  unit,
                  value: item.place?.value ?? null,
                  interval_95: item.place?.interval95 ?? null,
                  price: item.price,
                  currency,
                  price_per_unit: item.perUnit?.value ?? null,
                  next_step: item.standing?.next?.entry ?? '',
                  next_step_per_unit_from: item.standing?.next?.perUnit95[0] ?? null,
                  next_step_per_unit_to: item.standing?.next?.perUnit95[1] ?? null,
                }))
              }
            />
          </p>
        </div>
        <button
          type="button"
          className="quiet-button"
          onClick={() => setPasting({ kind: 'prices', text: '' })}
        >
          Paste prices
        </button>
      </div>
      {pasting && (
        <PastePanel
          key={pasting.text}
          roundUpId={data.roundUpId}
          pasting={pasting}
          kinds={['prices']}
          onKind={(kind) => setPasting({ ...pasting, kind })}
          onClose={() => setPasting(null)}
        />
      )}
      <div className="flex min-w-0 flex-col gap-6 lg:flex-row">
        <div id="value-picture" className="min-w-0 lg:flex-1">
          <PricePicture data={data} />
        </div>
        <PriceFront data={data} />
      </div>
      <div className="w-0 min-w-full overflow-x-auto" tabIndex={0} role="region" aria-label="Prices">
        <table className="figure-table">
          <thead>
            <tr>
              <th scope="col">
                <Term name="likely place">Place</Term>
              </th>
              <th scope="col">Entry</th>
              <th scope="col" className="num">
                {data.what}, {unit}
              </th>
              <th scope="col" className="num">
                Price, {currency}
              </th>
              {perUnitOf && (
                <th scope="col" className="num">
                  {currency} per {perUnitOf}
                </th>
              )}
              <th scope="col">Against the others</th>
            </tr>
          </thead>
          <tbody>
            {items.map((item) => (
              <tr
                key={item.entry}
                data-entry={item.entry}
                className={item === open ? 'bg-raised' : undefined}
              >
                <td className="font-bold whitespace-nowrap">
                  {item.place ? placeText(item.place.from, item.place.to) : '–'}
                </td>
                <td className="min-w-40">
                  <button
                    type="button"
                    className="flex cursor-pointer items-center gap-1.5 text-left"
                    aria-pressed={item === open}
                    title="Its prices"
                    onClick={() => void setChosen(item.entry)}
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
      </div>
      {perUnitOf && (
        <p className="label-text">A price per {perUnitOf} rewards the cheap: read it with the steps above.</p>
      )}
      {open && (
        <section aria-label="Its prices" className="border-t border-hairline pt-3">
          <h3 className="font-display flex items-center gap-2 pb-2 text-[16px] font-bold">
            <EntryMark position={open.position} />
            <span dir="auto">{open.product}</span>: the whole entry, fans, brackets and cables counted
          </h3>
          <PricesForm key={open.entryId} item={open} data={data} />
        </section>
      )}
    </div>
  );
}
