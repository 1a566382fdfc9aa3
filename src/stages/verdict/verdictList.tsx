import type { Axis } from '@/core/curves/axis';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { holdsWords } from '@/core/ranking/standingWords';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import type { Sustained as SustainedWords } from '@/lab/orders/sustained';
import type { VerdictData, VerdictEntry } from '@/lab/orders/verdictPage';
import { Name } from '@/ui/marks/name';

/** Whether it holds the load, or how else it stands there. */
export function standing({ status, at, restated }: PlacedEntry, axis: Axis, isRise: boolean): string {
  if (status === 'tops-out') return `tops out at ${figure(at, axis.decimals)} ${axis.unit}`;
  if (restated) return 'one setting, converted by the fan laws';
  if (!isRise) return 'measured there';
  return holdsWords(status);
}

/** What the throttled kept going, as far as it was logged. */
export function sustainedWords({ powerW, clockMhz, untilLimitS }: SustainedWords): string {
  return [
    powerW === null ? '' : `${figure(powerW, 0)} W sustained`,
    clockMhz === null ? '' : `${figure(clockMhz, 0)} MHz`,
    untilLimitS === null ? '' : `at the limit after ${figure(untilLimitS, 0)} s`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Places with their figures as a list, for a phone. */
export function VerdictList({
  placedEntries,
  entries,
  sustained,
  scale,
  axis,
  isRise,
}: {
  placedEntries: readonly PlacedEntry[];
  entries: ReadonlyMap<string, VerdictEntry>;
  sustained: VerdictData['sustained'];
  scale: ShownScale;
  axis: Axis;
  isRise: boolean;
}) {
  return (
    <ol className="sm:hidden">
      {placedEntries.map((placed) => {
        const entry = entries.get(placed.entry)!;
        return (
          <li
            key={placed.entry}
            className="flex gap-3 border-b border-hairline py-2"
            data-listed={placed.entry}
          >
            <b className="w-12 shrink-0 text-[16px]">{placeText(placed.placeFrom, placed.placeTo)}</b>
            <span className="min-w-0 flex-1">
              <span className="flex items-center gap-2">
                <EntryMark position={entry.position} />
                <b className="min-w-0">
                  <Name>{entry.product}</Name>
                </b>
              </span>
              <span className="block truncate text-[13px] text-ink2" dir="auto">
                {entry.maker} · {entry.priceWords}
              </span>
              <span className={`block text-[13px] ${placed.status === 'ranked' ? 'text-ok' : 'text-warn'}`}>
                {standing(placed, axis, isRise)}
                {sustained[placed.entry] && `: ${sustainedWords(sustained[placed.entry]!)}`}
              </span>
            </span>
            <span className="num shrink-0 whitespace-nowrap">
              <b className="text-[16px]">{figure(placed.value, scale.decimals)}</b>{' '}
              <span className="text-[13px] text-ink2">
                ± {figure(placed.interval95, scale.decimals)} {scale.unit}
              </span>
            </span>
          </li>
        );
      })}
    </ol>
  );
}
