'use client';

import { EntryMark } from '@/ui/marks/entryMark';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { Name } from '@/ui/marks/name';

/** Which entries are shown; the others are out of chart and ranking until they are shown again. */
export function EntryChoice({
  entries,
  hidden,
  onHidden,
}: {
  entries: readonly CurveEntry[];
  hidden: ReadonlySet<string>;
  onHidden: (hidden: string[]) => void;
}) {
  const toggle = (entry: string) => {
    const next = new Set(hidden);
    if (!next.delete(entry)) next.add(entry);
    onHidden([...next]);
  };
  return (
    <details className="relative">
      <summary className="label-text cursor-pointer list-none underline decoration-dotted underline-offset-3">
        {entries.length - hidden.size} of {entries.length} entries
      </summary>
      <div className="absolute right-0 z-20 mt-1 max-h-80 w-64 overflow-y-auto rounded-lg border border-hairline bg-raised p-2 shadow-lg">
        {entries.map((entry) => (
          <label
            key={entry.entry}
            className="flex cursor-pointer items-center gap-2 rounded px-1.5 py-1 text-[14px] hover:bg-ground"
          >
            <input type="checkbox" checked={!hidden.has(entry.entry)} onChange={() => toggle(entry.entry)} />
            <EntryMark position={entry.position} />
            <Name>{entry.product}</Name>
          </label>
        ))}
        {hidden.size > 0 && (
          <button
            className="mt-1 w-full cursor-pointer px-2 py-1 text-left text-[14px] underline"
            onClick={() => onHidden([])}
          >
            Show all
          </button>
        )}
      </div>
    </details>
  );
}
