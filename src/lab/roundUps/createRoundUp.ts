import { clockNow } from '@/clock/clockNow';
import { asking, defaultBrief } from '@/core/brief/brief';
import type { Question } from '@/core/brief/questions';
import { defaultSetup } from '@/core/rig/rigSetup';
import { inTransaction } from '@/database/pool';
import {
  getRevision,
  holdRig,
  insertRevision,
  listNewestRevisions,
  type RigRevisionRow,
} from '@/database/lineUp/rigs';
import { insertRoundUp } from '@/database/roundUps/roundUps';
import { withDatabase } from '@/database/pool';
import { writeSheet } from '@/database/lineUp/sheets';
import { codeOf } from '../lineUp/codeOf';
import { Refused } from '../refusal';

export interface NewRoundUp {
  title: string;
  question: Question;
  /** Id of a revision of a rig that is there; null for a new rig of that name. */
  rigRevisionId: number | null;
  rigName: string;
  who: string;
}

/** A round-up from nothing: a brief of defaults on a rig that is there, or on a new one. */
export async function createRoundUp(roundUp: NewRoundUp, now = clockNow()): Promise<number> {
  return inTransaction(async (db) => {
    let rigRevisionId = roundUp.rigRevisionId;
    if (rigRevisionId !== null) {
      if (!(await getRevision(db, rigRevisionId))) throw new Refused('this rig is not there any more');
    } else {
      const rigId = await holdRig(db, roundUp.rigName);
      const setup = defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 });
      rigRevisionId = await insertRevision(db, rigId, setup, '');
    }
    const brief = asking(defaultBrief(), roundUp.question);
    const id = await insertRoundUp(db, {
      name: codeOf(roundUp.title, new Set()),
      title: roundUp.title,
      rigRevisionId,
      loadsW: brief.loads.map((load) => load.watts),
      noiseLineDba: brief.noiseLinesDba[0]!,
      windowS: brief.windowS,
      referenceAmbientC: brief.referenceAmbientC,
      source: {},
      beganAt: now,
    });
    await writeSheet(db, { kind: 'brief', owner: id, version: 0, body: brief, who: roundUp.who, reason: '' });
    return id;
  });
}

/** Rigs that a new round-up can stand on. */
export function listRigs(): Promise<RigRevisionRow[]> {
  return withDatabase(listNewestRevisions);
}
