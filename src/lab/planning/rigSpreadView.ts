import { fieldAt } from '@/core/curves/field';
import { isFixedWatts } from '@/core/runs/load';
import { readRemounts } from '@/database/lineUp/rigs';
import { withDatabase } from '@/database/pool';
import { listRemountedRuns } from '@/database/runs/runs';
import { knownRemounts, spreadOfRuns, type RemountedEntry } from '../model/rigRemounts';
import { riseCurves, viewRoundUp } from '../model/roundUpView';

/** What mounts scatter by on the rig’s revision that a round-up is measured on, and by what that is known. */
export interface RigSpreadView {
  /** At the first load of fixed watts and the round-up’s line: the rig’s own as ± stands on it; null where nothing was remounted. */
  rig: { loadW: number; spreadK: number; freedom: number; earlier: number; historyLeft: boolean } | null;
  lineDb: number;
  /** This round-up’s remounted entries at that load, and those of others. */
  own: RemountedEntry[];
  others: RemountedEntry[];
  /** What is known of others came with a bundle: the lab has no runs of it. */
  isBrought: boolean;
}

/** The spread of a rig with its history (DOUBT e); null where there is no such round-up. */
export async function viewRigSpread(roundUpId: number): Promise<RigSpreadView | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { roundUp, instruments } = view;
  const { rigRevisionId: revisionId, noiseLineDba: lineDb } = roundUp;
  const asked = { roundUpId, revisionId, lineDb, instruments, room: roundUp };
  const { runs, brought } = await withDatabase(async (db) => ({
    runs: await listRemountedRuns(db, roundUpId, revisionId),
    brought: await readRemounts(db, revisionId),
  }));
  const chosen = riseCurves(view).find(
    ({ load, curves }) => isFixedWatts(load) && curves.some(({ points }) => points.length > 0),
  );
  const field = chosen?.curves[0]?.field;
  const at = field && fieldAt(field, lineDb);
  const others = spreadOfRuns(runs, asked);
  return {
    rig: at?.rig
      ? {
          loadW: chosen!.load.loadW,
          spreadK: Math.sqrt(at.rig.variance),
          freedom: at.rig.freedom,
          earlier: at.rig.earlier,
          historyLeft: at.historyLeft,
        }
      : null,
    lineDb,
    own: spreadOfRuns(view.runs, asked).entries.filter(({ loadW }) => loadW === chosen?.load.loadW),
    others: others.entries,
    isBrought: knownRemounts(others.remounts, brought).isBrought,
  };
}
