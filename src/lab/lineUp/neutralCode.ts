import { slugOf } from '@/core/lineUp/underCover';
import type { PlanSheet } from '@/core/plan/planSheet';
import { citationsOf, codesTaken, listCovered, renameCode } from '@/database/lineUp/entryCodes';
import { inTransaction, type Queryable } from '@/database/pool';
import { readSheet, writeSheet } from '@/database/lineUp/sheets';
import { refuseOnTheRig } from '../bench/onTheRig';
import { codeOf } from './codeOf';
import { Refused } from '../refusal';

/** A plan with one entry called otherwise; itself where it does not name it. */
function renamedPlan(plan: PlanSheet, was: string, isNow: string): PlanSheet {
  const other = (code: string) => (code === was ? isNow : code);
  const order = plan.order.map((id) => (id.startsWith(`${was} `) ? `${isNow}${id.slice(was.length)}` : id));
  const pilot = plan.pilot && { best: other(plan.pilot.best), worst: other(plan.pilot.worst) };
  return { ...plan, order, pilot };
}

/**
 * Gives a covered entry codes that do not tell its product, wherever it is cited: they stand in CSV, exports, the
 * calendar and addresses. @throws Refused while it is on the rig
 */
export async function neutralCode(db: Queryable, entryId: number, coverName: string): Promise<void> {
  const base = slugOf(coverName);
  for (const { roundUpId, code } of await citationsOf(db, entryId)) {
    if (code === base || (code.startsWith(`${base}-`) && /^\d+$/.test(code.slice(base.length + 1)))) continue;
    await refuseOnTheRig(db, roundUpId, code);
    const isNow = codeOf(coverName, await codesTaken(db, roundUpId));
    await renameCode(db, { roundUpId, entryId, was: code, isNow, name: coverName });
    const plan = await readSheet(db, 'plan', roundUpId);
    if (!plan) continue;
    const body = renamedPlan(plan.body, code, isNow);
    if (JSON.stringify(body) === JSON.stringify(plan.body)) continue;
    const reason = `an entry under cover is now called ${isNow}`;
    await writeSheet(db, {
      kind: 'plan',
      owner: roundUpId,
      version: plan.version,
      body,
      who: 'cover',
      reason,
    });
  }
}

/** Entries that were covered before their codes were: those of a lab of an older version. */
export async function neutralCodes(): Promise<void> {
  await inTransaction(async (db) => {
    for (const { entryId, coverName } of await listCovered(db)) {
      try {
        await neutralCode(db, entryId, coverName);
      } catch (error) {
        // On the rig: at the next start, then.
        if (!(error instanceof Refused)) throw error;
      }
    }
  });
}
