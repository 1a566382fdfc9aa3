import { Term } from '@/ui/marks/term';
import { groupBy } from '@/core/statistics/groupBy';
import type { PairRow } from '@/core/judgement/pairs/headToHead';
import type { PageEntry } from '@/lab/model/pageEntries';
import { entryStyle, entryTextColour } from '@/ui/marks/entryMark';
import { figure, signed } from '@/ui/marks/figures';

interface Props {
  rows: readonly PairRow[];
  one: PageEntry;
  other: PageEntry;
}

/** Half of the track on either side of no difference, and steps of a round size on it. */
function scaleOf(rows: readonly PairRow[]): { most: number; step: number; decimals: number } {
  const reach = Math.max(...rows.map(({ lead, interval95 }) => Math.abs(lead) + interval95), 1e-9);
  const rough = reach / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((times) => times * power).find((size) => size >= rough) ?? rough;
  return { most: Math.ceil(reach / step) * step, step, decimals: Math.max(0, -Math.floor(Math.log10(step))) };
}

/** What the better of two is in words, by the unit: cooler, quieter, or ahead. */
const BETTER: Readonly<Record<string, string>> = { K: 'cooler', 'dB(A)': 'quieter', sone: 'quieter' };

/** Differences of two as dots with their intervals around no difference, each unit on its own scale. */
export function PairRows({ rows, one, other }: Props) {
  return [...groupBy(rows, ({ unit, better }) => `${unit} ${better}`).entries()].map(([key, alike]) => (
    <Scale key={key} rows={alike} one={one} other={other} />
  ));
}

function Scale({ rows, one, other }: Props) {
  const { most, step, decimals } = scaleOf(rows);
  const { unit } = rows[0]!;
  const ticks = Array.from({ length: Math.round((2 * most) / step) + 1 }, (_, i) => i * step - most);
  const place = (lead: number) => `${50 + (50 * lead) / most}%`;
  const colour = (entry: PageEntry) => `var(${entryStyle(entry.position).colour})`;
  const word = BETTER[unit] ?? 'ahead';
  return (
    <div className="gap-x-3 pb-4 sm:grid sm:grid-cols-[minmax(7.5rem,13rem)_minmax(0,1fr)_7.5rem]">
      <div className="contents text-[13.5px]" aria-hidden>
        <span className="max-sm:hidden" />
        <span className="flex items-end justify-between gap-4 pb-1">
          <span className="w-1/2 pr-2 text-right">
            <b style={{ color: entryTextColour(other.position) }}>{other.product}</b> {word}, {unit}
          </span>
          <span className="w-1/2 pl-2">
            <b style={{ color: entryTextColour(one.position) }}>{one.product}</b> {word}, {unit}
          </span>
        </span>
        <span className="max-sm:hidden" />
      </div>
      <ul className="contents">
        {rows.map((row) => {
          const ahead = row.ahead === 'one' ? one : row.ahead === 'other' ? other : null;
          const tint = ahead ? colour(ahead) : 'var(--color-ink2)';
          const isUneven = Math.abs(row.louderDb) >= 0.05;
          return (
            <li
              key={row.key}
              className="gap-x-3 max-sm:grid max-sm:grid-cols-[minmax(0,1fr)_7.5rem] sm:contents"
            >
              <span className="py-1 text-[14.5px] leading-snug">
                <b className="block">{row.what}</b>
                <span className="text-[13px] text-ink2">
                  {[row.where, isUneven && `${signed(row.louderDb, 1)} dB`].filter(Boolean).join(', ')}
                </span>
              </span>
              <span
                aria-hidden
                className="relative block min-h-11 max-sm:order-last max-sm:col-span-2 max-sm:min-h-8"
              >
                {ticks.map((tick) => (
                  <span
                    key={tick}
                    className={`absolute inset-y-0 w-px ${Math.abs(tick) < step / 2 ? 'bg-ink' : 'bg-hairline'}`}
                    style={{ left: place(tick) }}
                  />
                ))}
                <span
                  className="absolute top-1/2 h-1.5 -translate-y-1/2 rounded-full opacity-40"
                  style={{
                    left: place(row.lead - row.interval95),
                    width: `${(100 * row.interval95) / most}%`,
                    background: tint,
                  }}
                />
                <span
                  className="absolute top-1/2 size-3 -translate-x-1/2 -translate-y-1/2 rounded-full border-2"
                  style={{
                    left: place(row.lead),
                    borderColor: tint,
                    background: ahead ? tint : 'var(--color-ground)',
                  }}
                />
              </span>
              <span className="py-1 text-right text-[14.5px] leading-snug tabular-nums">
                <span className="block">
                  <span className={ahead ? 'font-bold' : ''}>{figure(Math.abs(row.lead), row.decimals)}</span>{' '}
                  <span className="text-[13px] text-ink2">
                    ± {figure(row.interval95, row.decimals)} {row.unit}
                  </span>
                </span>
                <span className="text-[13px] text-ink2">
                  {ahead ? (
                    <span className="sr-only">
                      separated, {ahead.product} {word}
                    </span>
                  ) : null}
                  <span aria-hidden={ahead !== null}>
                    {ahead ? (
                      <Term name="separated" />
                    ) : (
                      <>
                        a <Term name="tie" />
                      </>
                    )}
                  </span>
                </span>
              </span>
            </li>
          );
        })}
      </ul>
      <div className="contents text-[13px] text-ink2 tabular-nums" aria-hidden>
        <span className="max-sm:hidden" />
        <span className="relative block h-5">
          {ticks.map((tick) => (
            <span
              key={tick}
              className="absolute -translate-x-1/2 whitespace-nowrap"
              style={{ left: place(tick) }}
            >
              {figure(Math.abs(tick), decimals)}
            </span>
          ))}
        </span>
        <span className="max-sm:hidden" />
      </div>
    </div>
  );
}
