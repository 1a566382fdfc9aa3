import { Fragment } from 'react';
import type { PasteView } from '@/lab/paste/pasteColumns';
import { Scrolled } from '@/ui/frame/scrolled';
import { Options } from '@/ui/form/options';

const BOX = 'h-[30px] rounded border border-hairline bg-raised px-1.5 text-[13.5px]';

/** A pasted block as it is understood: a choice over each column, faults at their cells, what all rows share before it. */
export function PasteTable({
  view,
  shared,
  onChoice,
}: {
  view: PasteView;
  shared: Readonly<Record<string, string>>;
  onChoice: (change: { as?: (string | null)[]; shared?: Record<string, string> }) => void;
}) {
  const { headings, as, offered, asks, rows } = view;
  const choose = (at: number, id: string) =>
    onChoice({ as: as.map((old, i) => (i === at ? id || null : old === id ? null : old)) });
  return (
    <>
      {asks.length > 0 && (
        <div className="flex flex-wrap items-end gap-3 pt-2">
          <p className="label-text pb-1.5">For all lines:</p>
          {asks.map(({ id, label, value, choices }) => (
            <label key={id} className="block">
              <span className="label-text block">{label}</span>
              {choices ? (
                <select
                  className={BOX}
                  value={value}
                  onChange={({ target }) => onChoice({ shared: { ...shared, [id]: target.value } })}
                >
                  <Options of={choices.map((choice) => [choice.value, choice.label])} />
                </select>
              ) : (
                <input
                  className={`${BOX} w-28`}
                  defaultValue={value}
                  onBlur={({ target }) =>
                    target.value !== value && onChoice({ shared: { ...shared, [id]: target.value } })
                  }
                />
              )}
            </label>
          ))}
        </div>
      )}
      <Scrolled label="The pasted lines" className="mt-2 max-h-[300px]">
        <table className="figure-table min-w-full [&_td]:py-1">
          <thead>
            <tr>
              <th scope="col" className="num">
                Line
              </th>
              {as.map((id, i) => (
                <th scope="col" key={i} className="align-bottom">
                  <span className="label-text block font-normal" dir="auto">
                    {headings[i] || `Column ${i + 1}`}
                  </span>
                  <select
                    aria-label={`Column ${i + 1}${headings[i] ? `, ${headings[i]}` : ''}, is`}
                    className={`${BOX} ${id === null ? 'text-ink2' : ''}`}
                    value={id ?? ''}
                    onChange={({ target }) => choose(i, target.value)}
                  >
                    <option value="">left out</option>
                    <Options of={offered.map((column) => [column.id, column.label])} />
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ line, cells, faults, fault, asked }) => (
              <Fragment key={line}>
                <tr>
                  <td className="num text-ink2">{line}</td>
                  {cells.map((cell, i) => (
                    <td key={i} className={as[i] === null ? 'text-ink2' : ''}>
                      <span className={faults[i] ? 'text-bad' : ''} dir="auto">
                        {cell || (faults[i] ? '' : '–')}
                      </span>
                      {faults[i] && <span className="block text-[13px] text-bad">▲ {faults[i]}</span>}
                    </td>
                  ))}
                </tr>
                {(fault || asked.length > 0) && (
                  <tr>
                    <td />
                    <td colSpan={cells.length} className="text-[13px]">
                      {fault && <span className="text-bad">▲ {fault}</span>}
                      {asked.map((says) => (
                        <span key={says} className="block text-warn">
                          ▲ {says}
                        </span>
                      ))}
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      </Scrolled>
    </>
  );
}
