import { openSession } from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { listSheetChanges, readSheet } from '@/database/lineUp/sheets';
import { IMPORTED } from '../bring/importPlanning';
import { lineUpOf, type LineUpEntry } from '../lineUp/lineUpView';
import { cachedUntilWritten } from '../model/cachedUntilWritten';
import { progressOf, type PlanProgress } from '../planning/planBasis';
import { viewRoundUp } from '../model/roundUpView';

/** What Line-up still waits for; a layout is built anew each time and has no sample. */
const unnoted = ({ entry, sample, product }: LineUpEntry) =>
  entry.body.fans.length === 0 || (sample === null && product.body.kind !== 'case-layout');

/** What the stage rail says of deciding and planning. */
export interface RailView {
  /** The brief was saved by hand, and not only begun or imported. */
  briefDecided: boolean;
  /** Entries without fans noted, samples without a name: what Line-up still waits for. */
  entriesUnnoted: number;
  /** The rig says what stands between die and air, and has a meter. */
  rigNoted: boolean;
  plan: PlanProgress | null;
  /** A mount of it is on the rig. */
  onRig: boolean;
}

const kept = cachedUntilWritten(async (db, roundUpId): Promise<RailView> => {
  const brief = await listSheetChanges(db, 'brief', roundUpId);
  const lineUp = await lineUpOf(db, roundUpId);
  const roundUp = await getRoundUp(db, roundUpId);
  const setup = roundUp && (await readSheet(db, 'rig-setup', roundUp.rigRevisionId));
  const book = roundUp && (await readSheet(db, 'rig-book', roundUp.rigId));
  const view = await viewRoundUp(roundUpId);
  const open = await openSession(db);
  return {
    // The first writing is the one it was begun or imported with.
    briefDecided: brief.some((change) => change.was !== null || change.who === IMPORTED),
    entriesUnnoted: lineUp.filter(unnoted).length,
    rigNoted: setup !== null && (book?.body.instruments ?? []).length > 0,
    plan: view && (await progressOf(view)),
    onRig: open?.roundUpId === roundUpId,
  };
}, 32);

export function viewRail(roundUpId: number): Promise<RailView> {
  return withDatabase((db) => kept(db, roundUpId));
}
