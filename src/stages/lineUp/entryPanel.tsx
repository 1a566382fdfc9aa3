'use client';

import { useState } from 'react';
import { EntryMark } from '@/ui/marks/entryMark';
import { TextField } from '@/ui/form/fields';
import { whoIsHere } from '@/ui/who';
import { EntryForm } from './entryForm';
import type { InCase } from './layoutEditor';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { ProductForm } from './productForm';
import { SampleForm } from './sampleForm';
import { useAct } from '@/ui/useAct';
import { OnceMore } from './onceMore';
import { Button, TextButton } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** All that is known of one entry, and what can be made from it. */
export function EntryPanel({
  roundUpId,
  item,
  place,
  today,
  inCase,
  onGone,
  onMade,
}: {
  roundUpId: number;
  item: LineUpItem;
  place: number;
  today: string;
  /** What its layout is set beside, where it is one. */
  inCase: InCase;
  onGone: () => void;
  onMade: () => void;
}) {
  const { act } = useAct();
  const base = `/api/round-ups/${roundUpId}/entries`;
  const [sample, setSample] = useState('');
  const isLayout = item.product.body.kind === 'case-layout';

  async function takeOut() {
    const change = { url: `${base}/${item.entryId}`, method: 'PATCH' as const };
    const answer = await act({
      ...change,
      body: { who: whoIsHere(), remove: true },
      said: `${item.shownName} is out of the line-up; its runs stay in the lab`,
      undo: ({ removed }) => ({
        ...change,
        body: { who: whoIsHere(), restore: removed },
        said: `${item.shownName} is back`,
      }),
    });
    if (answer.ok) onGone();
  }

  async function deleteProduct() {
    const url = `/api/products/${item.productId}`;
    if ((await act({ url, method: 'DELETE', said: 'Product deleted' })).ok) onGone();
  }

  return (
    <aside
      className="shrink-0 space-y-4 border-hairline lg:w-[430px] lg:overflow-y-auto lg:border-l lg:pl-6"
      aria-label={item.shownName}
      tabIndex={0}
    >
      <div className="flex items-center gap-2">
        <EntryMark position={place} />
        <h3 className="font-display truncate text-[18px] font-bold" dir="auto" title={item.shownName}>
          {item.shownName}
        </h3>
        <TextButton className="ml-auto text-[14px]" onClick={() => void takeOut()}>
          take out
        </TextButton>
      </div>
      {item.priceWords && (
        <p className="text-[14px] text-ink2" dir="auto">
          Price of this entry: {item.priceWords}
        </p>
      )}
      <section aria-label="Fans and cover">
        <EntryForm
          entryId={item.entryId}
          kept={item.entry}
          currency={item.product.body.currency}
          inCase={isLayout ? inCase : null}
        />
      </section>
      <OnceMore base={base} item={item} onMade={onMade} />
      <section aria-label="Sample" className="border-t border-hairline pt-3">
        {item.sample && item.sampleId !== null ? (
          <SampleForm sampleId={item.sampleId} kept={item.sample} today={today} />
        ) : (
          <Form
            className="flex items-end gap-2"
            onSend={() =>
              void act({
                url: `${base}/${item.entryId}`,
                method: 'PATCH',
                body: { who: whoIsHere(), sample },
                said: `Sample ${sample} noted`,
              })
            }
          >
            <TextField label="Which sample was it?" value={sample} onValue={setSample} placeholder="A" />
            <Button type="submit" disabled={sample.trim() === ''}>
              Note the sample
            </Button>
          </Form>
        )}
      </section>
      <details className="border-t border-hairline pt-3" open>
        <summary className="cursor-pointer pb-2 font-semibold">
          {item.covered ? 'Behind the cover' : 'The product'}
        </summary>
        <ProductForm productId={item.productId} kept={item.product} onDelete={() => void deleteProduct()} />
      </details>
    </aside>
  );
}
