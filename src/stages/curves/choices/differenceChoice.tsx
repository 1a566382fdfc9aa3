import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { Options } from '@/ui/form/options';

/** All curves as the difference from one of them, or as they were measured. */
export function DifferenceChoice({
  entries,
  from,
  onFrom,
}: {
  entries: readonly CurveEntry[];
  from: string | null;
  onFrom: (entry: string | null) => void;
}) {
  return (
    <label className="flex items-center gap-1.5">
      <span className="sr-only">Shown as the difference from</span>
      <select
        className="max-w-44 rounded border border-hairline bg-raised px-1.5 py-1"
        value={from ?? ''}
        onChange={(event) => onFrom(event.target.value || null)}
      >
        <option value="">as measured</option>
        <Options of={entries.map((entry) => [entry.entry, `difference from ${entry.product}`])} />
      </select>
    </label>
  );
}
