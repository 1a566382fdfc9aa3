'use client';

import { READING_QUANTITIES, shownUnit, unitsOf, type ReadingQuantity } from '@/core/responses/readingUnits';
import { figure } from '@/ui/marks/figures';
import { emptyPlace, scatterOf, type TypedPlace } from './typedReadings';
import { Heads, unseen } from '@/ui/frame/heads';
import { Options } from '@/ui/form/options';

const DECIMALS: Record<ReadingQuantity, number> = {
  ...{ airspeed: 2, pressure: 1, flow: 1, noise: 1, temperature: 1 },
};
const NAMES: Record<ReadingQuantity, string> = {
  airspeed: 'airspeed',
  pressure: 'pressure',
  flow: 'flow',
  noise: 'level',
  temperature: 'temperature',
};
/** A temperature at a place is compared nowhere: it is kept where it came with a bundle, and not asked for. */
const isOffered = (quantity: ReadingQuantity) => quantity !== 'temperature';

function Scatter({ row }: { row: TypedPlace }) {
  const scatter = scatterOf(row);
  if (!scatter) return null;
  const { mean, deviation, apart, readings, quantity } = scatter;
  const decimals = DECIMALS[quantity];
  if (deviation === null) return <span className="text-ink2">once</span>;
  return (
    <span className={apart === null ? 'text-ink2' : 'text-warn'} role={apart === null ? undefined : 'status'}>
      {apart === null
        ? `mean ${figure(mean, decimals)}, s ${figure(deviation, decimals)}`
        : `${figure(readings[apart]!.value, decimals)} is an outlier`}
    </span>
  );
}

/** Arrows go from place to place, past units and speeds. */
function stepBetween(event: React.KeyboardEvent<HTMLInputElement>) {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const cells = [
    ...event.currentTarget.closest('[data-places]')!.querySelectorAll<HTMLInputElement>('[data-readings]'),
  ];
  const next = cells[cells.indexOf(event.currentTarget) + (event.key === 'ArrowDown' ? 1 : -1)];
  if (!next) return;
  event.preventDefault();
  next.select();
}

/** Readings at places, a line each: several readings in one cell, with their scatter beside it. */
export function PlaceRows({
  rows,
  onRows,
  wrongAt,
}: {
  rows: readonly TypedPlace[];
  onRows: (rows: TypedPlace[]) => void;
  /** The row that something is wrong with. */
  wrongAt: number | null;
}) {
  const change = (at: number, part: Partial<TypedPlace>) =>
    onRows(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  const box = 'rounded border bg-raised px-2 py-1';
  return (
    <div data-places>
      <table className="w-full text-[14px] md:w-auto">
        <Heads
          className="label-text text-left max-md:sr-only [&_th]:font-normal"
          of={['What', 'Where', 'Readings, space between', 'Unit', 'rpm, if another', unseen('Scatter')]}
        />
        <tbody>
          {rows.map((row, at) => {
            const edge = at === wrongAt ? 'border-bad' : 'border-hairline';
            const of = row.place || NAMES[row.quantity];
            return (
              <tr
                key={at}
                className="max-md:mb-2 max-md:flex max-md:flex-wrap max-md:gap-1.5 [&_td]:pr-1.5 [&_td]:pb-1"
              >
                {row.isGiven && (
                  <>
                    <td className="text-ink2">{NAMES[row.quantity]}</td>
                    <td className="min-w-44" dir="auto">
                      {row.place}
                    </td>
                  </>
                )}
                <td hidden={row.isGiven}>
                  <select
                    className={`${box} border-hairline py-[5px]`}
                    aria-label={`What was read, line ${at + 1}`}
                    value={row.quantity}
                    onChange={({ target }) => {
                      const quantity = target.value as ReadingQuantity;
                      change(at, { quantity, unit: unitsOf(quantity)[0]! });
                    }}
                  >
                    {READING_QUANTITIES.filter(
                      (quantity) => isOffered(quantity) || quantity === row.quantity,
                    ).map((quantity) => (
                      <option key={quantity} value={quantity}>
                        {NAMES[quantity]}
                      </option>
                    ))}
                  </select>
                </td>
                <td hidden={row.isGiven}>
                  <input
                    className={`${box} ${edge} w-44`}
                    aria-label={`Where, line ${at + 1}`}
                    value={row.place}
                    onChange={({ target }) => change(at, { place: target.value })}
                  />
                </td>
                <td>
                  <input
                    className={`${box} ${edge} w-60 max-md:w-full`}
                    aria-label={`Readings, ${of}`}
                    aria-invalid={at === wrongAt}
                    data-readings
                    onKeyDown={stepBetween}
                    inputMode="decimal"
                    value={row.values}
                    onChange={({ target }) => change(at, { values: target.value })}
                  />
                </td>
                <td>
                  <select
                    className={`${box} border-hairline py-[5px]`}
                    aria-label={`Unit, ${of}`}
                    value={row.unit}
                    onChange={({ target }) => change(at, { unit: target.value })}
                  >
                    <Options of={unitsOf(row.quantity).map((unit) => [unit, shownUnit(unit)])} />
                  </select>
                </td>
                <td>
                  <input
                    className={`${box} ${edge} w-24 text-right`}
                    aria-label={`Speed at ${of}, rpm`}
                    inputMode="numeric"
                    value={row.rpm}
                    onChange={({ target }) => change(at, { rpm: target.value })}
                  />
                </td>
                <td className="whitespace-nowrap">
                  <Scatter row={row} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <button
        type="button"
        className="cursor-pointer text-[14px] underline underline-offset-3"
        onClick={() => onRows([...rows, emptyPlace(rows.at(-1)?.quantity ?? 'airspeed', '')])}
      >
        One more place
      </button>
    </div>
  );
}
