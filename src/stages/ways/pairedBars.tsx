import type { SchoolColumn } from '@/core/ranking/schoolFlips';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';

/** Heat and noise of each entry as two bars, best first: neither is ever shown alone. */
export function PairedBars({
  school,
  entries,
}: {
  school: SchoolColumn;
  entries: readonly { entry: string; product: string; position: number }[];
}) {
  const rows = entries
    .flatMap((entry) => {
      const place = school.places[entry.entry];
      return place ? [{ ...entry, place }] : [];
    })
    .sort((a, b) => a.place.placeFrom - b.place.placeFrom || a.place.value - b.place.value);
  const mostK = Math.max(...rows.map(({ place }) => place.value));
  const mostDb = Math.max(...rows.map(({ place }) => place.levelDb));
  const leastDb = Math.min(...rows.map(({ place }) => place.levelDb), mostDb - 10) - 2;
  return (
    <ul className="max-w-200 space-y-2 text-[14px]">
      {rows.map(({ entry, product, position, place }) => (
        <li key={entry} className="grid grid-cols-[minmax(8rem,12rem)_1fr] items-center gap-3">
          <span className="flex min-w-0 items-center gap-1.5">
            <EntryMark position={position} />
            <span className="truncate" dir="auto">
              {product}
            </span>
          </span>
          <span className="space-y-0.5">
            <Bar share={place.value / mostK} filled text={`${figure(place.value, 1)} K`} />
            <Bar
              share={(place.levelDb - leastDb) / (mostDb - leastDb)}
              text={`${figure(place.levelDb, 1)} dB(A)`}
            />
          </span>
        </li>
      ))}
      <li className="label-text">
        Filled: rise over the room, from nought. Outlined: level, from {figure(leastDb, 0)} dB(A), since a
        decibel has no nought.
      </li>
    </ul>
  );
}

function Bar({ share, text, filled }: { share: number; text: string; filled?: boolean }) {
  return (
    <span className="flex items-center gap-2">
      <span
        className={`block h-3 rounded-sm border border-ink2 ${filled ? 'bg-ink2' : ''}`}
        style={{ width: `${Math.max(1, 78 * Math.max(0, share))}%` }}
      />
      <span className="text-[13px] whitespace-nowrap">{text}</span>
    </span>
  );
}
