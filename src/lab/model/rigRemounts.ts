import { fieldAt } from '@/core/curves/field';
import { RISE } from '@/core/responses/responses';
import type { InstrumentDoubt } from '@/core/rig/instrumentDoubt';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import { curvesOf } from '@/core/roundUp/order';
import { hasDie, type LabRun } from '@/core/runs/labRun';
import { isFixedWatts, loadKey } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { readRemounts } from '@/database/lineUp/rigs';
import { listRemountedRuns } from '@/database/runs/runs';
import type { Queryable } from '@/database/pool';
import { roundUpOfLab } from './roundUpOfLab';

/** An entry of the rig that was mounted more than once, as it scattered at one load. */
export interface RemountedEntry {
  product: string;
  loadW: number;
  mounts: number;
  /** Standard deviation of its mounts’ numbers at the line, K. */
  spreadK: number;
  /** Day of its last run; empty where none is noted. */
  lastOn: string;
}

interface Asked {
  roundUpId: number;
  revisionId: number;
  lineDb: number;
  instruments: InstrumentDoubt;
  room: { referenceAmbientC: number; rig: { limitC: number } };
}

/** Remounts of fixed watts at one line, load by load. */
function fieldsOf(runs: readonly LabRun[], { lineDb, instruments, room }: Asked) {
  const counting = runs.filter((run) => run.setAside === '' && isFixedWatts(run) && hasDie(run));
  return [...groupBy(counting, loadKey).values()].flatMap((ofLoad) => {
    const entries = [...new Set(ofLoad.map(({ entry }) => entry))].map((entry) => ({
      entry,
      isControl: false,
    }));
    const { loadW, loadName, gpuLoadW } = ofLoad[0]!;
    const roundUp = roundUpOfLab({ entries, runs: ofLoad, instruments, roundUp: room, remounts: [] });
    const asked = {
      load: { loadW, loadName, gpuLoadW },
      response: RISE,
      place: null,
      against: 'noise' as const,
    };
    const [curve] = curvesOf(roundUp, asked);
    return curve ? [{ loadW, runs: ofLoad, at: fieldAt(curve.field, lineDb) }] : [];
  });
}

/** The other entries of a rig’s revision, as their mounts scattered at the line, and what they come to by load. */
export function spreadOfRuns(runs: readonly LabRun[], asked: Asked) {
  const fields = fieldsOf(runs, asked);
  return {
    remounts: fields.flatMap(({ loadW, at: { remounts } }): RigRemounts[] =>
      remounts.freedom > 0 ? [{ loadW, freedom: remounts.freedom, varianceK2: remounts.variance }] : [],
    ),
    entries: fields.flatMap(({ loadW, runs: ofLoad, at }) =>
      [...at.doubts].flatMap(([entry, { ownVariance, mounts }]): RemountedEntry[] => {
        if (ownVariance === null) return [];
        const own = ofLoad.filter((run) => run.entry === entry);
        const days = own.map(({ startedAt }) => startedAt.slice(0, 10)).sort();
        return [
          { product: own[0]!.product, loadW, mounts, spreadK: Math.sqrt(ownVariance), lastOn: days.at(-1)! },
        ];
      }),
    ),
  };
}

/**
 * What is known of a rig’s other remounts: by the runs of this lab, or by what came with a bundle where that stands on more. Never both, since
 * they may be the same.
 */
export function knownRemounts(
  own: readonly RigRemounts[],
  brought: readonly RigRemounts[],
): { remounts: readonly RigRemounts[]; isBrought: boolean } {
  const freedom = (of: readonly RigRemounts[]) => of.reduce((sum, one) => sum + one.freedom, 0);
  const isBrought = freedom(brought) > freedom(own);
  return { remounts: isBrought ? brought : own, isBrought };
}

/** What remounts of a rig’s revision scattered by, of entries that a round-up does not cite. */
export async function rigRemounts(db: Queryable, asked: Asked): Promise<readonly RigRemounts[]> {
  const [runs, brought] = await Promise.all([
    listRemountedRuns(db, asked.roundUpId, asked.revisionId),
    readRemounts(db, asked.revisionId),
  ]);
  return knownRemounts(spreadOfRuns(runs, asked).remounts, brought).remounts;
}
