'use client';

import { TakeAlong } from '../desk/takeAlong';
import { parseAsString, useQueryState } from 'nuqs';
import { EntryMark } from '@/ui/marks/entryMark';
import { PageLine } from '../desk/pageLine';
import { PastePanel } from '../paste/pastePanel';
import { usePaste } from '../paste/usePaste';
import { VerdictControls } from '../verdict/verdictControls';
import { PricePicture } from './pricePicture';
import { PriceFront } from './priceFront';
import { PricesTable } from './pricesTable';
import { PricesForm } from './pricesForm';
import type { ValueData } from '@/lab/orders/readers/valuePage';
import { Button } from '@/ui/frame/button';

/** Price against what is ranked: places, prices with their days, what a unit costs, and the front. */
export function ValueStage({ data }: { data: ValueData }) {
  const { items, currency, unit, perUnitOf } = data;
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
        <Button onClick={() => setPasting({ kind: 'prices', text: '' })}>Paste prices</Button>
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
      <PricesTable data={data} open={open} onOpen={(entry) => void setChosen(entry)} />
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
