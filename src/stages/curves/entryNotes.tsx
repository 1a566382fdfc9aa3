import { EntryMark } from '@/ui/marks/entryMark';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import type { CurvesData } from '@/lab/orders/curvesPage';

/** What is told of entries beside their curves: shares of the level, fans that stall or run away. */
export function EntryNotes({
  notes,
  entries,
}: {
  notes: CurvesData['entryNotes'];
  entries: ReadonlyMap<string, CurveEntry>;
}) {
  const shown = notes.filter(({ entry }) => entries.has(entry));
  if (shown.length === 0) return null;
  return (
    <section className="mt-4 border-t border-hairline pt-4 text-[14.5px]">
      <h2 className="font-display mb-1.5 text-[15px] font-bold">Heard and seen beside</h2>
      <ul className="space-y-1.5">
        {shown.map(({ entry, words }) => (
          <li key={entry}>
            <EntryMark position={entries.get(entry)!.position} />{' '}
            <span dir="auto">{entries.get(entry)!.product}</span>{' '}
            <span className="text-ink2">{words.join('; ')}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
