import { REDUCTION_RULE } from '@/core/reduction/reduceTrace';
import { insertChange } from '@/database/runs/changes';
import { inTransaction, withDatabase } from '@/database/pool';
import { listOutcomes, listOutdatedRuns } from '@/database/runs/runEdits';
import { movedPlaces, openingPlaces } from '../roundUps/movedPlaces';
import { reduceStoredRun } from './reduceStoredRun';

/** A rise that moves by less is the same on every page, K. */
const SEEN_K = 0.05;

type Outcome = Awaited<ReturnType<typeof listOutcomes>>[number];

function words({ riseK, unsettledReason }: Outcome): string {
  if (Number.isNaN(riseK)) return unsettledReason;
  return `${riseK.toFixed(1)} K, ${unsettledReason || 'settled'}`;
}

/** A run reduced by the rule of now: what it was and is, where a page would show the difference. */
async function renewed(runId: number): Promise<boolean> {
  return inTransaction(async (db) => {
    const before = await listOutcomes(db, runId);
    await reduceStoredRun(db, runId, 'keep');
    const after = await listOutcomes(db, runId);
    const moved = after.flatMap((isNow) => {
      const was = before.find((other) => other.windowS === isNow.windowS);
      const same =
        !was ||
        ((was.unsettledReason === '') === (isNow.unsettledReason === '') &&
          (Object.is(was.riseK, isNow.riseK) || Math.abs(was.riseK - isNow.riseK) < SEEN_K));
      return same ? [] : [{ was, isNow }];
    });
    for (const { was, isNow } of moved)
      await insertChange(db, runId, {
        who: 'Abanico',
        what: `number, by rule ${REDUCTION_RULE} of reduction`,
        was: words(was),
        isNow: words(isNow),
      });
    return moved.length > 0;
  });
}

/**
 * Makes the numbers of an older rule of reduction anew, each run in a transaction of its own. What changed is told: in
 * the change log of its run, and in the sentence that comes back, with the places that moved; it is empty where nothing was to do.
 */
export async function renewReductions(): Promise<string> {
  const outdated = await withDatabase((db) => listOutdatedRuns(db, REDUCTION_RULE));
  if (outdated.length === 0) return '';
  const placesBefore = await openingPlaces();
  let moved = 0;
  for (const runId of outdated) if (await renewed(runId)) moved += 1;
  const told =
    moved === 0
      ? 'none of them shows another number'
      : `${moved} of them ${moved === 1 ? 'shows' : 'show'} another number or state; the change log of each has it`;
  const places = moved === 0 ? '' : movedPlaces(placesBefore, await openingPlaces());
  return `; ${outdated.length} runs were reduced by the new rule ${REDUCTION_RULE}: ${told}${places}`;
}
