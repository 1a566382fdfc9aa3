'use client';

import { channelOf, QUANTITIES, UNITS, type Quantity, type Unit } from '@/core/channels/channels';
import { plural } from '@/ui/marks/figures';
import type { BroughtLog } from '@/core/joining/evening';
import { ProblemList } from '../problemList';

const DELIMITERS: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab' };

/** How one log was understood; each column's meaning and unit can be put right. */
export function LogColumns({
  log,
  offsetS,
  onOffset,
  onColumns,
  busy,
}: {
  log: BroughtLog;
  offsetS: number;
  onOffset: (offsetS: number) => void;
  onColumns: (columns: { quantity: Quantity | null; unit: Unit | null }[]) => void;
  busy: boolean;
}) {
  const change = (at: number, next: { quantity: Quantity | null; unit: Unit | null }) =>
    onColumns(log.columns.map(({ quantity, unit }, i) => (i === at ? next : { quantity, unit })));
  const skipped = log.problems.length + log.unlisted;
  const box = 'w-full rounded border border-hairline bg-raised px-1 py-0.5 text-[13.5px]';
  return (
    <div className="flex items-start gap-4 border-b border-hairline py-2">
      <details
        className="min-w-0 flex-1 pt-0.5"
        open={log.columns.every((column) => column.quantity === null)}
      >
        <summary className="flex cursor-pointer flex-wrap items-baseline gap-x-3 gap-y-1">
          <b className="max-w-64 truncate" dir="auto" title={log.path}>
            {log.path}
          </b>
          <span className="text-[14px] text-ink2">
            {log.columns
              .filter((column) => column.quantity && column.quantity !== 'time')
              .map((column) => channelOf(column.quantity!).words)
              .join(', ') || 'no column understood yet'}{' '}
            · {plural(log.samples, 'row')}
            {log.durationS !== null && ` over ${(log.durationS / 60).toFixed(0)} min`} ·{' '}
            {DELIMITERS[log.delimiter]}, decimal {log.decimal === ',' ? 'comma' : 'point'}, {log.encoding}
          </span>
          {skipped > 0 && <span className="text-[14px] text-warn">{plural(skipped, 'row')} skipped</span>}
        </summary>
        <div className="grid gap-x-6 gap-y-3 pt-2 pl-4 lg:grid-cols-2">
          <table className="w-full text-[14px]">
            <tbody>
              {log.columns.map((column, i) => (
                <tr key={i}>
                  <th
                    scope="row"
                    className="max-w-48 truncate py-0.5 pr-3 text-left font-normal"
                    dir="auto"
                    title={column.header}
                  >
                    {column.header || '(no heading)'}
                  </th>
                  <td className="w-44 py-0.5 pr-2">
                    {column.quantity === 'time' ? (
                      'time'
                    ) : (
                      <select
                        aria-label={`Meaning of ${column.header}`}
                        className={box}
                        disabled={busy}
                        value={column.quantity ?? ''}
                        onChange={(event) => {
                          const quantity =
                            event.target.value === '' ? null : (event.target.value as Quantity);
                          change(i, { quantity, unit: quantity === null ? null : channelOf(quantity).unit });
                        }}
                      >
                        <option value="">not used</option>
                        {QUANTITIES.filter((quantity) => quantity !== 'time').map((quantity) => (
                          <option key={quantity} value={quantity}>
                            {channelOf(quantity).words}
                          </option>
                        ))}
                      </select>
                    )}
                  </td>
                  <td className="w-24 py-0.5">
                    {column.quantity && column.quantity !== 'time' && (
                      <select
                        aria-label={`Unit of ${column.header}`}
                        className={box}
                        disabled={busy}
                        value={column.unit ?? ''}
                        onChange={(event) =>
                          change(i, { quantity: column.quantity, unit: event.target.value as Unit })
                        }
                      >
                        {UNITS.filter(
                          (unit) =>
                            unit === channelOf(column.quantity!).unit ||
                            (unit === 'degF' && channelOf(column.quantity!).unit === 'degC'),
                        ).map((unit) => (
                          <option key={unit} value={unit}>
                            {unit === 'degC' ? '°C' : unit === 'degF' ? '°F' : unit}
                          </option>
                        ))}
                      </select>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {log.problems.length > 0 && <ProblemList problems={log.problems} />}
        </div>
      </details>
      <label className="flex shrink-0 items-center gap-1.5 text-[14px]">
        clock moved by
        <input
          type="number"
          step={1}
          aria-label={`Clock of ${log.path} moved by, s`}
          className="w-20 rounded border border-hairline bg-raised px-1.5 py-1 text-right"
          value={Number(offsetS.toFixed(1))}
          onChange={(event) => onOffset(Number(event.target.value) || 0)}
        />
        s
      </label>
    </div>
  );
}
