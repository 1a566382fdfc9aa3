import { clockNow } from '@/clock/clockNow';
import {
  copyEntry,
  copyRoundUp,
  listCitations,
  listDeletedRoundUps,
  renameRoundUp,
  setArchived,
  setDeleted,
} from '@/database/roundUps/roundUpUpkeep';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { citeEntry } from '@/database/roundUps/roundUps';
import { readSheet, writeSheet, type SheetKind } from '@/database/lineUp/sheets';
import { refuseOnTheRig } from '../bench/onTheRig';
import { codeOf } from '../lineUp/codeOf';
import { Refused } from '../refusal';

const GONE = 'this round-up is not there any more';

/** What is changed of a round-up as a whole; only what is named. */
export interface RoundUpChange {
  title?: string | undefined;
  /** The title that was seen when another was written. */
  was?: string | undefined;
  archived?: boolean | undefined;
  deleted?: boolean | undefined;
}

/** Renames, archives or deletes a round-up, or takes that back. Its runs stay in the lab, whatever happens to it. */
export async function changeRoundUp(id: number, change: RoundUpChange): Promise<void> {
  await inTransaction(async (db) => {
    if (change.deleted !== undefined) {
      if (change.deleted) await refuseOnTheRig(db, id);
      if (!(await setDeleted(db, id, change.deleted))) throw new Refused(GONE);
    }
    if (change.title !== undefined) {
      const title = change.title.trim();
      const was = await renameRoundUp(db, id, { was: change.was ?? '', title });
      if (was === null) throw new Refused(GONE);
      if (was !== change.was && was !== title)
        throw new Refused(`somebody has called it “${was}” meanwhile`, 'title');
    }
    if (change.archived !== undefined && !(await setArchived(db, id, change.archived)))
      throw new Refused(GONE);
  });
}

async function copySheet(
  db: Queryable,
  kind: SheetKind,
  owners: { from: number; to: number },
  who: string,
): Promise<void> {
  const sheet = await readSheet(db, kind, owners.from);
  if (sheet) await writeSheet(db, { kind, owner: owners.to, version: 0, body: sheet.body, who, reason: '' });
}

/**
 * A round-up with the brief, plan and line-up of another on the same rig. With its runs it cites the same entries;
 * without, entries of the same products and samples that nothing was measured of yet.
 */
export async function duplicateRoundUp(
  id: number,
  copy: { title: string; withRuns: boolean; who: string },
  now = clockNow(),
): Promise<number> {
  return inTransaction(async (db) => {
    const title = copy.title.trim();
    const made = await copyRoundUp(db, id, { name: codeOf(title, new Set()), title, beganAt: now });
    if (made === null) throw new Refused(GONE);
    for (const kind of ['brief', 'plan'] as const)
      await copySheet(db, kind, { from: id, to: made }, copy.who);
    for (const citation of await listCitations(db, id)) {
      const entryId = copy.withRuns ? citation.entryId : await copyEntry(db, citation.entryId);
      if (!copy.withRuns) await copySheet(db, 'entry', { from: citation.entryId, to: entryId }, copy.who);
      await citeEntry(db, { ...citation, roundUpId: made, entryId });
    }
    return made;
  });
}

/** Round-ups that can be brought back. */
export function viewDeletedRoundUps(): Promise<{ id: number; title: string; deletedAt: Date }[]> {
  return withDatabase(listDeletedRoundUps);
}
