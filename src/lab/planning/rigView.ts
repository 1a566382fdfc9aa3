import type { RigSpreadView } from './rigSpreadView';
import { listBridges } from '@/database/roundUps/bridges';
import { standApart, type Apart, type Standing } from '@/core/bridge/standTogether';
import { isOfWholeCases } from '@/core/brief/questions';
import { RISE } from '@/core/responses/responses';
import type { RigBook } from '@/core/rig/instrument';
import { defaultSetup, setupProblems, type RigSetup } from '@/core/rig/rigSetup';
import { setupDifferences, type SetupDifference } from '@/core/rig/setupDifferences';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import {
  getRevision,
  holdRig,
  holdRigById,
  insertRevision,
  listElsewhereRuns,
  listNewestRevisions,
  listRevisions,
  updateRevision,
  type RigRevisionRow,
} from '@/database/lineUp/rigs';
import { getRoundUp, listRunIds, setRigRevision } from '@/database/roundUps/roundUps';
import { readSheet, writeSheet, type KeptSheet } from '@/database/lineUp/sheets';
import { refuseOnTheRig } from '../bench/onTheRig';
import { briefOf } from './briefView';
import { cachedUntilWritten } from '../model/cachedUntilWritten';
import { reduceStoredRun } from '../model/reduceStoredRun';
import { Refused } from '../refusal';

export interface RevisionView {
  id: number;
  revision: number;
  startedAt: Date;
  reason: string;
  runs: number;
  setup: RigSetup;
  /** Against the revision before; empty for the first. */
  changes: SetupDifference[];
}

/** Runs of a round-up's entries that were made otherwise and are not ranked with it. */
export interface KeptApart {
  rig: string;
  revision: number;
  revisionId: number;
  entries: number;
  runs: number;
  differences: SetupDifference[];
  /** Why they may not stand together, and the ways out, by the one rule. */
  apart: Apart[];
  /** A bridge carries them over here. */
  isBridged: boolean;
}

export interface RigView {
  rigId: number;
  name: string;
  currentId: number;
  /** Somebody has noted how the current revision stands. */
  noted: boolean;
  book: KeptSheet<RigBook>;
  revisions: RevisionView[];
  apart: KeptApart[];
  /** The other rigs of the lab, each at its newest revision. */
  others: { revisionId: number; rig: string; revision: number }[];
  /** Whole cases are compared: the enclosure is what is asked. */
  comparesCases: boolean;
}

export function setupOf(row: RigRevisionRow): RigSetup {
  // What an older sheet does not name yet stands as it is by default.
  return { ...defaultSetup(row), ...row.setup };
}

/** What decides whether runs of a revision may stand with others. */
export function standingOf(row: RigRevisionRow): Standing {
  const { enclosure, meterDistanceCm, limitC, interfaceMaterial } = setupOf(row);
  return {
    ...{ rig: row.rig, revision: row.revision, enclosure, meterDistanceCm, limitC, interfaceMaterial },
    ...{ load: null, response: RISE.id },
  };
}

async function keptApart(db: Queryable, roundUpId: number, current: RigRevisionRow): Promise<KeptApart[]> {
  const apart: KeptApart[] = [];
  const used = new Set(await listBridges(db, roundUpId));
  const comparesCases = isOfWholeCases((await briefOf(db, roundUpId))!.body.question);
  for (const { rigRevisionId, entries, runs } of await listElsewhereRuns(db, roundUpId)) {
    const other = (await getRevision(db, rigRevisionId))!;
    const differences = setupDifferences(setupOf(other), setupOf(current)).filter(
      ({ what }) => !comparesCases || what !== 'enclosure',
    );
    if (other.rigId !== current.rigId)
      differences.unshift({
        what: 'rig',
        was: other.rig,
        isNow: current.rig,
        remedy: 're-test at least three entries on this rig and bridge by them',
      });
    const why = standApart(standingOf(other), standingOf(current), comparesCases);
    const { rig, revision, id: revisionId } = other;
    apart.push({
      rig,
      revision,
      revisionId,
      entries,
      runs,
      differences,
      apart: why,
      isBridged: used.has(revisionId),
    });
  }
  return apart;
}

/** The guard: runs of a round-up's entries at other revisions, with what differs and what would make them comparable. */
export function viewKeptApart(roundUpId: number): Promise<KeptApart[]> {
  return withDatabase((db) => knownApart(db, roundUpId));
}

const knownApart = cachedUntilWritten(async (db, roundUpId: number) => {
  const roundUp = await getRoundUp(db, roundUpId);
  const current = roundUp && (await getRevision(db, roundUp.rigRevisionId));
  return current ? keptApart(db, roundUpId, current) : [];
}, 32);

export async function viewRig(roundUpId: number): Promise<RigView | null> {
  return withDatabase(async (db) => {
    const roundUp = await getRoundUp(db, roundUpId);
    if (!roundUp) return null;
    const rows = await listRevisions(db, roundUp.rigId);
    const current = rows.find((row) => row.id === roundUp.rigRevisionId)!;
    const book = await readSheet(db, 'rig-book', roundUp.rigId);
    return {
      rigId: roundUp.rigId,
      name: current.rig,
      currentId: current.id,
      noted: (await readSheet(db, 'rig-setup', current.id)) !== null,
      book: book ?? { version: 0, body: { instruments: [], checks: [] } },
      revisions: rows.map((row, i) => ({
        id: row.id,
        revision: row.revision,
        startedAt: row.startedAt,
        reason: row.reason,
        runs: row.runs,
        setup: setupOf(row),
        changes: i === 0 ? [] : setupDifferences(setupOf(rows[i - 1]!), setupOf(row)),
      })),
      apart: await keptApart(db, roundUpId, current),
      others: (await listNewestRevisions(db))
        .filter(({ rigId }) => rigId !== roundUp.rigId)
        .map(({ id, rig, revision }) => ({ revisionId: id, rig, revision })),
      comparesCases: isOfWholeCases((await briefOf(db, roundUpId))!.body.question),
    };
  });
}

/** What a bundle of the first form says of a rig. */
const OUTLINE = new Set(['enclosure', 'meter distance', 'temperature limit']);

async function moveTo(db: Queryable, roundUpId: number, rigRevisionId: number): Promise<void> {
  await refuseOnTheRig(db, roundUpId);
  await setRigRevision(db, roundUpId, rigRevisionId);
  for (const runId of await listRunIds(db, roundUpId)) await reduceStoredRun(db, runId);
}

/**
 * Changes the rig of a round-up: a new revision where runs were made at the one before, the same one set right where
 * none were. `seenId` is the revision that the reviewer saw.
 */
export async function reviseRig(
  roundUpId: number,
  edit: { seenId: number; over?: boolean; setup: RigSetup; reason: string; who: string },
): Promise<{ revision: number; started: boolean }> {
  return inTransaction(async (db) => {
    const roundUp = await getRoundUp(db, roundUpId);
    if (!roundUp) throw new Refused('this round-up is not there any more');
    await holdRigById(db, roundUp.rigId);
    const rows = await listRevisions(db, roundUp.rigId);
    const current = rows.find((row) => row.id === roundUp.rigRevisionId)!;
    if (current.id !== edit.seenId && !edit.over)
      throw new Refused('somebody has changed the rig meanwhile', 'seenId');
    const [problem] = setupProblems(edit.setup);
    if (problem) throw new Refused(problem.message, problem.field);
    const kept = await readSheet(db, 'rig-setup', current.id);
    if (setupDifferences(setupOf(current), edit.setup).length === 0 && kept)
      throw new Refused('nothing differs from the setup that is saved');
    const sheet = { kind: 'rig-setup' as const, body: edit.setup, who: edit.who, reason: edit.reason };
    if (current.runs === 0 && current.id === rows[rows.length - 1]!.id) {
      await updateRevision(db, current.id, edit.setup, current.reason || edit.reason);
      await writeSheet(db, { ...sheet, owner: current.id, version: kept?.version ?? 0 });
      return { revision: current.revision, started: false };
    }
    // What nobody wrote down before is not changed by noting it.
    const noted =
      !kept && setupDifferences(setupOf(current), edit.setup).every(({ what }) => !OUTLINE.has(what));
    if (noted) {
      await updateRevision(db, current.id, edit.setup, current.reason || edit.reason);
      await writeSheet(db, { ...sheet, owner: current.id, version: 0 });
      for (const runId of await listRunIds(db, roundUpId)) await reduceStoredRun(db, runId, 'keep');
      return { revision: current.revision, started: false };
    }
    if (edit.reason === '') throw new Refused('a new revision needs its reason', 'reason');
    const id = await insertRevision(db, roundUp.rigId, edit.setup, edit.reason);
    await writeSheet(db, { ...sheet, owner: id, version: 0 });
    await moveTo(db, roundUpId, id);
    return { revision: rows[rows.length - 1]!.revision + 1, started: true };
  });
}

/**
 * From now on a round-up measures and ranks on another revision of its rig, on another rig, or on a new one, which begins as the one
 * before it stands. What was measured before stays where it was.
 */
export async function chooseRig(
  roundUpId: number,
  wish: { rigRevisionId: number | null; rigName: string },
): Promise<void> {
  await inTransaction(async (db) => {
    const roundUp = await getRoundUp(db, roundUpId);
    const current = roundUp && (await getRevision(db, roundUp.rigRevisionId));
    if (!current) throw new Refused('this round-up is not there any more');
    const wanted =
      wish.rigRevisionId === null
        ? await newRig(db, wish.rigName, current)
        : (await getRevision(db, wish.rigRevisionId))?.id;
    if (!wanted) throw new Refused('the lab has no such rig');
    await moveTo(db, roundUpId, wanted);
  });
}

async function newRig(db: Queryable, name: string, like: RigRevisionRow): Promise<number> {
  const known = await listNewestRevisions(db);
  if (known.some(({ rig }) => rig.toLowerCase() === name.toLowerCase()))
    throw new Refused(`the lab has a rig “${name}” already: choose it`, 'rigName');
  return insertRevision(db, await holdRig(db, name), setupOf(like), '');
}

/** What the Rig page is given. */
export type RigData = RigView & { roundUpId: number; spread: RigSpreadView; today: string };
