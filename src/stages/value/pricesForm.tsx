'use client';

import type { DatedPrice } from '@/core/lineUp/prices';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet } from '@/ui/form/useSheet';
import type { ValueData, ValueItem } from '@/lab/orders/readers/valuePage';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

const STOCK = [
  { value: 'yes', label: 'in stock' },
  { value: 'no', label: 'out of stock' },
  { value: '', label: 'not checked' },
] as const;

type Stock = (typeof STOCK)[number]['value'];
const stockOf = (inStock: boolean | null): Stock => (inStock === null ? '' : inStock ? 'yes' : 'no');

/** What one entry cost, day by day: the whole of it, fans, brackets and cables counted. */
export function PricesForm({ item, data }: { item: ValueItem; data: ValueData }) {
  const sheet = useSheet('prices', item.entryId, item.sheet);
  const { prices } = sheet.body;
  const set = (next: DatedPrice[]) => sheet.set({ prices: next });
  const at = (i: number) => fieldsOf(prices[i]!, (price) => set(prices.with(i, price)));
  return (
    <Form
      aria-label={`Prices of ${item.product}`}
      className="space-y-2"
      onSend={() => void sheet.save({ said: `Prices of ${item.product} saved` })}
    >
      {prices.length === 0 && (
        <p className="text-[14px] text-ink2">
          No price with a day yet
          {item.price === null ? '.' : ': the product’s own price is used, with its fans and extras.'}
        </p>
      )}
      {prices.map((price, i) => (
        <div
          key={i}
          role="group"
          aria-label={`Price ${i + 1}`}
          className="grid grid-cols-[8.6rem_5rem_4rem] items-end gap-1.5 sm:grid-cols-[8.6rem_5rem_4rem_4.5rem_8rem_1fr_auto]"
        >
          <TextField label="Day" type="date" {...at(i)('date')} />
          <NumberField label="Price" {...at(i)('price', 0)} />
          <TextField label="In" {...at(i)('currency')} />
          <TextField label="Region" {...at(i)('region')} />
          <ChoiceField
            label="Stock"
            value={stockOf(price.inStock)}
            options={STOCK}
            onValue={(stock) =>
              set(prices.with(i, { ...price, inStock: stock === '' ? null : stock === 'yes' }))
            }
          />
          <TextField label="Note" {...at(i)('note')} />
          <Button
            className="px-2!"
            aria-label={`Remove price ${i + 1}`}
            onClick={() => set(prices.toSpliced(i, 1))}
          >
            ✕
          </Button>
        </div>
      ))}
      <SheetTrouble sheet={sheet} />
      <div className="flex gap-2">
        <Button
          onClick={() =>
            set([
              ...prices,
              {
                ...{ date: data.today, price: item.price ?? 0, currency: data.currency },
                ...{ region: data.region, inStock: true, note: '' },
              },
            ])
          }
        >
          Add a price
        </Button>
        <Button type="submit" disabled={!sheet.dirty || sheet.busy}>
          Save the prices
        </Button>
      </div>
    </Form>
  );
}
