'use client';

import type { HeatingColumn } from '@/lab/orders/heatingUp';
import { Link } from '@/ui/frame/link';
import { useEffect, useState } from 'react';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { Heads, num } from '@/ui/frame/heads';
import { Name } from '@/ui/marks/name';

/** The line rests for so long before its table is asked for, ms. */
const REST_MS = 300;

const HEADS: Record<string, string> = {
  'burst-rise-10': '10 s',
  'burst-rise': '30 s',
  'burst-rise-60': '60 s',
  'steady-time': 'Steady',
  'limit-time': 'Limit',
};

/** How fast each entry heats up at the line: rise soon after the load, seconds to steady and to the limit. Asked for once it is opened. */
export function HeatingUp({ href, entries }: { href: string; entries: ReadonlyMap<string, CurveEntry> }) {
  const [open, setOpen] = useState(false);
  const [answer, setAnswer] = useState<{ columns?: HeatingColumn[]; message?: string } | null>(null);
  useEffect(() => {
    if (!open) return;
    const leave = new AbortController();
    const timer = setTimeout(() => {
      fetch(href, { signal: leave.signal })
        .then(async (response) => setAnswer((await response.json()) as { columns?: HeatingColumn[] }))
        .catch(() => leave.signal.aborted || setAnswer({ message: 'The application does not answer.' }));
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      leave.abort();
    };
  }, [open, href]);
  const columns = answer?.columns ?? [];
  const shown = [...entries.values()].filter(({ entry }) =>
    columns.some(({ values }) => typeof values[entry] === 'number'),
  );
  return (
    <details
      className="mt-4 border-t border-hairline pt-3"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="font-display cursor-pointer text-[15px] font-bold">Heating up, at the line</summary>
      {answer?.message && (
        <p role="alert" className="text-bad">
          ▲ {answer.message}
        </p>
      )}
      {answer?.columns && columns.length === 0 && (
        <p className="py-2 text-[14px]">
          No log begins with its load: how fast they heat up was not measured.
        </p>
      )}
      {columns.length > 0 && (
        <>
          <table className="figure-table [&_td]:px-1 [&_th]:px-1 [&_th]:text-[12.5px]">
            <Heads
              of={[
                'Entry',
                ...columns.map(({ id, name, unit }) =>
                  num(`${HEADS[id]}${unit === 'K' ? '' : `, ${unit}`}`, { title: name }),
                ),
              ]}
            />
            <tbody>
              {shown.map(({ entry, product, position }) => (
                <tr key={entry}>
                  <td className="w-full max-w-0">
                    <span className="flex items-center gap-1.5">
                      <EntryMark position={position} />
                      <Name>{product}</Name>
                    </span>
                  </td>
                  {columns.map(({ id, values, decimals, absent }) => (
                    <td key={id} className="num" title={values[entry] === null ? absent : undefined}>
                      {values[entry] === null || values[entry] === undefined
                        ? '–'
                        : figure(values[entry], decimals)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="label-text pt-1">
            Rise, K, 10, 30 and 60 s after the load, seconds until the rise stays within 0.5 K of its end
            {columns.some(({ id }) => id === 'limit-time') &&
              ', and until the die came to its limit (–: it never did)'}
            .{' '}
            {columns.map(({ id, name }, i) => (
              <span key={id}>
                {i > 0 && ' · '}
                <Link className="underline underline-offset-2" href={`?what=${id}`}>
                  rank {name.toLowerCase()}
                </Link>
              </span>
            ))}
          </p>
        </>
      )}
    </details>
  );
}
