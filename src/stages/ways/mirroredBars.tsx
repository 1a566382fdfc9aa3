import type { WayColumn, WayPlace } from '@/core/ranking/wayPlaces';
import type { PageEntry } from '@/lab/model/pageEntries';
import { EntryMark, entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { Name } from '@/ui/marks/name';

interface Props {
  way: WayColumn;
  /** Beside it, as thin bars. */
  thin: WayColumn | undefined;
  entries: readonly PageEntry[];
  response: { name: string; unit: string; decimals: number };
}

/** Heat to the left and noise to the right of each entry, best first: neither is ever shown alone. */
export function MirroredBars({ way, thin, entries, response }: Props) {
  const rows = way.order.map((entry) => entries.find((known) => known.entry === entry)!);
  const all = [way, thin].flatMap((column) => (column ? Object.values(column.places) : []));
  const mostValue = Math.max(...all.map(({ value }) => value));
  const mostDb = Math.max(...all.map(({ levelDb }) => levelDb));
  const leastDb = Math.floor(Math.min(...all.map(({ levelDb }) => levelDb), mostDb - 10)) - 2;
  const heat = ({ value }: WayPlace) => `${(100 * Math.max(0, value)) / mostValue}%`;
  const noise = ({ levelDb }: WayPlace) => `${(100 * (levelDb - leastDb)) / (mostDb - leastDb)}%`;
  return (
    <div className="text-[14px]">
      <div className="grid grid-cols-2 items-end gap-x-1 pb-1 sm:grid-cols-[minmax(6rem,11rem)_1fr_1fr] text-[13px] text-ink2">
        <span className="max-sm:hidden" />
        <span className="border-r border-ink pr-2 text-right">
          {response.name}, {response.unit}
        </span>
        <span className="pl-1">noise of the cooler, dB(A)</span>
      </div>
      <ul>
        {rows.map(({ entry, product, position }) => {
          const place = way.places[entry]!;
          const beside = thin?.places[entry];
          const colour = `var(${entryStyle(position).colour})`;
          return (
            <li
              key={entry}
              className="grid grid-cols-2 items-center gap-x-1 sm:grid-cols-[minmax(6rem,11rem)_1fr_1fr]"
              data-entry={entry}
            >
              <span className="flex min-w-0 items-center gap-1.5 max-sm:col-span-2 max-sm:pt-1.5">
                <EntryMark position={position} />
                <Name>{product}</Name>
              </span>
              <span className="space-y-px border-r border-ink py-1 pl-12">
                <span className="flex items-center justify-end gap-2">
                  <b className="text-[13px] tabular-nums">{figure(place.value, response.decimals)}</b>
                  <span className="block h-3.5" style={{ width: heat(place), background: colour }} />
                </span>
                {beside && (
                  <span className="flex justify-end">
                    <span
                      className="block h-1.5 opacity-45"
                      style={{ width: heat(beside), background: colour }}
                      title={`${thin.name}: ${figure(beside.value, response.decimals)} ${response.unit}`}
                    />
                  </span>
                )}
              </span>
              <span className="space-y-px py-1 pr-12">
                <span className="flex items-center gap-2">
                  <span
                    className="block h-3.5 border-[1.5px]"
                    style={{ width: noise(place), borderColor: colour }}
                  />
                  <span className="text-[13px] tabular-nums">{figure(place.levelDb, 1)}</span>
                </span>
                {beside && (
                  <span className="flex items-center gap-2">
                    <span
                      className="block h-1.5 border"
                      style={{ width: noise(beside), borderColor: colour }}
                    />
                    <span className="text-[11.5px] leading-none text-ink2 tabular-nums">
                      {figure(beside.levelDb, 1)}
                    </span>
                  </span>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="label-text pt-1">
        Filled: {response.name.toLowerCase()}, from 0 {response.unit}. Outlined: noise, from {leastDb} dB(A),
        since a decibel has no zero.{thin && ` Thin: the same ${thin.name}.`}
      </p>
    </div>
  );
}
