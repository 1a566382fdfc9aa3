import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { LineSelect } from '@/ui/form/lineSelect';

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
    <LineSelect
      label="Shown as the difference from"
      isSilent
      value={from ?? ''}
      options={[
        ['', 'as measured'],
        ...entries.map((entry) => [entry.entry, `difference from ${entry.product}`] as const),
      ]}
      onValue={(entry) => onFrom(entry || null)}
    />
  );
}
