'use client';

import { fansText } from '@/core/lineUp/entry';
import { KIND_WORDS, PRODUCT_KINDS, type Product } from '@/core/lineUp/product';
import { LayoutSketch } from '@/ui/marks/layoutSketch';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet } from '@/ui/form/useSheet';
import { EditableCell } from './editableCell';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { Options } from '@/ui/form/options';

/** The sample of an entry and its state. */
function SampleCell({ item }: { item: LineUpItem }) {
  const state = item.sample?.body.state;
  return (
    <td className="max-w-32 truncate" dir="auto">
      {item.sample ? (
        <>
          {item.sample.body.label}{' '}
          <span className={state === 'retired' ? 'text-bad' : 'text-ink2'}>{state}</span>
        </>
      ) : item.product.body.kind === 'case-layout' ? (
        <span className="text-ink2">–</span>
      ) : (
        <span className="text-warn">not recorded</span>
      )}
    </td>
  );
}

/** An entry of the line-up as a line; what can be typed is typed where it stands. */
export function LineUpRow({
  item,
  place,
  noRoom,
  chosen,
  narrow,
  onChoose,
  onControl,
}: {
  item: LineUpItem;
  place: number;
  /** What of it does not go into the case, in words. */
  noRoom: string[];
  chosen: boolean;
  /** The panel stands beside it, which says maker and kind. */
  narrow: boolean;
  onChoose: () => void;
  onControl: (isControl: boolean) => void;
}) {
  const product = useSheet('product', item.productId, item.product);
  const body = product.body;
  const save = (part: Partial<Product>, what: string) =>
    void product.save({ body: { ...body, ...part }, said: `${what} of ${item.shownName} saved` });
  return (
    <tr data-entry={item.code} className={chosen ? 'bg-raised' : ''} aria-selected={chosen}>
      <td>
        <button
          type="button"
          aria-label={`Open ${item.shownName}`}
          aria-pressed={chosen}
          className="flex cursor-pointer items-center gap-2 py-0.5"
          onClick={onChoose}
        >
          <EntryMark position={place} />
          <LayoutSketch layout={item.entry.body.layout} />
          <span aria-hidden="true" className="text-act">
            {chosen ? '◀' : '▷'}
          </span>
        </button>
      </td>
      <td className="max-w-52">
        {item.covered ? (
          <b dir="auto">{item.shownName}</b>
        ) : (
          <EditableCell
            label="Product"
            value={body.name}
            shown={<b>{body.name}</b>}
            onValue={(name) => save({ name: String(name) }, 'Name')}
          />
        )}
        {item.covered && <span className="block px-1 text-[13px] text-ink2">covered</span>}
        {noRoom.map((words) => (
          <span key={words} className="block px-1 text-[13px] text-warn">
            ▲ {words}
          </span>
        ))}
        <SheetTrouble sheet={product} />
      </td>
      {!narrow && (
        <>
          <td className="max-w-36">
            {item.covered ? (
              <span className="text-ink2">–</span>
            ) : (
              <EditableCell
                label="Maker"
                value={body.maker}
                onValue={(maker) => save({ maker: String(maker) }, 'Maker')}
              />
            )}
          </td>
          <td>
            <select
              aria-label="Kind"
              className="bg-transparent"
              disabled={item.covered}
              value={body.kind}
              onChange={(event) => save({ kind: event.target.value as Product['kind'] }, 'Kind')}
            >
              <Options of={PRODUCT_KINDS.map((kind) => [kind, KIND_WORDS[kind]])} />
            </select>
          </td>
        </>
      )}
      <td className="max-w-44 truncate text-ink2" dir="auto" title={fansText(item.entry.body)}>
        {fansText(item.entry.body) || '–'}
      </td>
      <td className="num w-20">
        <EditableCell
          number
          fixed={item.covered}
          label="Height, mm"
          value={body.heightMm}
          onValue={(heightMm) => save({ heightMm: heightMm as number | null }, 'Height')}
        />
      </td>
      <td className="num w-20">
        <EditableCell
          number
          fixed={item.covered}
          label="Memory, mm"
          value={body.memoryClearanceMm}
          onValue={(memoryClearanceMm) =>
            save({ memoryClearanceMm: memoryClearanceMm as number | null }, 'Clearance')
          }
        />
      </td>
      <td className="num w-24">
        <EditableCell
          number
          fixed={item.covered}
          label={`Price of ${body.packSize > 1 ? `a pack of ${body.packSize}` : body.kind === 'fan' ? 'one fan' : 'the product alone'}, ${body.currency}`}
          value={body.price}
          shown={item.price === null ? undefined : figure(item.price, 2)}
          onValue={(price) => save({ price: price as number | null }, 'Price')}
        />
        {item.priceWords && (
          <span className="block text-[12px] whitespace-normal text-ink2" dir="auto">
            {item.priceWords}
          </span>
        )}
      </td>
      <SampleCell item={item} />
      <td className="text-center">
        <input
          type="checkbox"
          aria-label={`${item.shownName} is a control`}
          checked={item.isControl}
          onChange={(event) => onControl(event.target.checked)}
        />
      </td>
      <td className="num text-ink2">{item.runs}</td>
    </tr>
  );
}
