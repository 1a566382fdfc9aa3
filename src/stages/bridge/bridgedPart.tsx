import { allBridgedAt, type LoadBridges } from '@/core/bridge/carried';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { BridgedRows } from './bridgedRows';

interface Props {
  bridges: LoadBridges;
  /** Those that are shown. */
  entries: ReadonlyMap<string, CurveEntry>;
  lineDb: number;
  scale: ShownScale;
}

/** Under the ranking of Curves: what bridges carry over at the line, as it moves. */
export function BridgedPart({ bridges, entries, lineDb, scale }: Props) {
  const shown: LoadBridges = {
    ...bridges,
    carried: bridges.carried.map(({ curves, ...each }) => ({
      ...each,
      curves: curves.filter(({ entry }) => entries.has(entry)),
    })),
    kept: bridges.kept.filter(({ entry }) => entries.has(entry)),
  };
  const told = allBridgedAt(shown, (entry) => entries.get(entry)!.product, lineDb);
  return <BridgedRows {...told} lineDb={lineDb} scale={scale} />;
}
