import { Term } from '@/ui/marks/term';
import { figure } from '@/ui/marks/figures';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import type { CurveLoad } from '@/lab/orders/curvesPage';

/** What no fan gets past, entry by entry, and of whom it cannot be told. */
export function WallNotes({
  load: { walls, wallsUnknown },
  entries,
}: {
  load: Pick<CurveLoad, 'walls' | 'wallsUnknown'>;
  entries: ReadonlyMap<string, CurveEntry>;
}) {
  const known = walls.filter(({ entry }) => entries.has(entry));
  const unknown = wallsUnknown.filter(({ entry }) => entries.has(entry));
  if (known.length + unknown.length === 0) return null;
  return (
    <section aria-label="Walls" className="mt-4 border-t border-hairline pt-4 text-[14.5px]">
      <h2 className="font-display mb-1.5 text-[15px] font-bold">
        <Term name="wall">Wall</Term>
      </h2>
      <ul className="space-y-1">
        {known.map(({ entry, riseK, intervalK }) => (
          <li key={entry} dir="auto">
            {entries.get(entry)!.product}: {figure(riseK, 1)} ± {figure(intervalK, 1)} K however fast the fan
            (estimated; dashed)
          </li>
        ))}
        {unknown.map(({ entry, why }) => (
          <li key={entry} className="text-ink2" dir="auto">
            {entries.get(entry)!.product}: {why}
          </li>
        ))}
      </ul>
    </section>
  );
}
