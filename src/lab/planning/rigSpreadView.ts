import { fieldAt } from '@/core/curves/field';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import { isFixedWatts } from '@/core/runs/load';
import { readRemounts } from '@/database/lineUp/rigs';
import { withDatabase } from '@/database/pool';
import { listRemountedRuns } from '@/database/runs/runs';
import { spreadOfRuns, type RemountedEntry } from '../model/rigRemounts';
import { riseCurves, viewRoundUp } from '../model/roundUpView';

/** What mounts scatter by on the rig’s revision that a round-up is measured on, and by what that is known. */
export interface RigSpreadView {
  /** At the first load of fixed watts and the round-up’s line: the rig’s own as ± stands on it; null where nothing was remounted. */
  rig: { loadW: number; spreadK: number; freedom: number; earlier: number; historyLeft: boolean } | null;
  lineDb: number;
  /** This round-up’s remounted entries, and those of others, by the day of their last run. */
  own: RemountedEntry[] | null;
  entries: RemountedEntry[];
  /** What others come to, load by load. */
  remounts: RigRemounts[];
  /** It came with a bundle: the lab has no runs of it. */
  isBrought: boolean;
}

const byDay = (a: RemountedEntry, b: RemountedEntry) =>
  a.lastOn < b.lastOn ? -1 : a.lastOn > b.lastOn ? 1 : 0;

/** The spread of a rig with its history (DOUBT e); null where there is no such round-up. */
export async function viewRigSpread(roundUpId: number): Promise<RigSpreadView | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { roundUp, instruments, remounts } = view;
  const asked = {
    ...{
      roundUpId,
      revisionId: roundUp.rigRevisionId,
      lineDb: roundUp.noiseLineDba,
      instruments,
      room: roundUp,
    },
  };
  const { others, brought } = await withDatabase(async (db) => ({
    others: await listRemountedRuns(db, roundUpId, roundUp.rigRevisionId),
    brought: await readRemounts(db, roundUp.rigRevisionId),
  }));
  const chosen = riseCurves(view).find(
    ({ load, curves }) => isFixedWatts(load) && curves.some(({ points }) => points.length > 0),
  );
  const field = chosen?.curves[0]?.field;
  const at = field && fieldAt(field, roundUp.noiseLineDba);
  const own = spreadOfRuns(view.runs, asked).entries.filter(({ loadW }) => loadW === chosen?.load.loadW);
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
    lineDb: roundUp.noiseLineDba,
    own: own.length > 0 ? own.sort(byDay) : null,
    entries: spreadOfRuns(others, asked).entries.sort(byDay),
    remounts,
    isBrought: remounts.length > 0 && JSON.stringify(remounts) === JSON.stringify(brought),
  };
}
