import type { BenchLine } from '@/database/bench/benchLine';
import {
  countRunsWritten,
  endSession,
  listOpenCommands,
  listSamples,
  markTaken,
  openSession,
  writeProgress,
  type BenchSession,
  type GivenCommand,
  type KeptSample,
} from '@/database/bench/bench';
import { readStatus, writeStatus, type BenchStatus } from '@/database/bench/benchStatus';
import { lastPushed } from '@/database/bench/pushedReadings';
import { DatabaseAway, type Queryable } from '@/database/pool';
import { hasEnded } from '@/core/bench/benchState';
import { keepRun, noteOnLast } from './keepRun';
import { neededFromS, type MountInHand, type Unwritten } from './mountInHand';
import type { Spool } from './spool';

/** A reading that a program has sent is watched by the guard for so long, s of bench clock. */
const WATCHED_S = 15;

/** The mount was deleted with its round-up: there is nothing to go on with. */
export class MountGone extends Error {}

async function write(
  db: Queryable,
  unwritten: Unwritten,
  session: Pick<BenchSession, 'roundUpId' | 'rule'>,
): Promise<void> {
  const before = await countRunsWritten(db, unwritten.sessionId, unwritten.runs.at(-1)?.ordinal ?? 0);
  if (before === null) throw new MountGone();
  await writeProgress(db, unwritten);
  for (const ended of unwritten.runs)
    if (ended.ordinal > before) await keepRun(db, { ...unwritten, ...session }, ended);
  // A run that ends in the same write ended before the note came: what came while it ran is in it already.
  for (const note of unwritten.notes) await noteOnLast(db, unwritten.sessionId, note);
  await markTaken(db, unwritten.taken);
  if (hasEnded(unwritten.state)) await endSession(db, unwritten.sessionId);
}

/**
 * What the bench process writes and reads: in PostgreSQL on the line that holds the lock, and in the spool on disk while
 * PostgreSQL is away.
 */
export class BenchRecord {
  /** Something waits in the spool that PostgreSQL does not have. */
  private spooled: boolean;

  constructor(
    private readonly line: BenchLine,
    private readonly spool: Spool,
  ) {
    this.spooled = spool.read().length > 0;
  }

  /** Takes the lock again if need be. */
  async take(): Promise<'held' | 'owned' | 'away'> {
    return this.line.take();
  }

  /** Writes what the spool holds of an earlier process. */
  async catchUp(): Promise<void> {
    if (!this.spooled) return;
    const waiting = this.spool.read();
    await this.line.transaction(async (db) => {
      const session = await openSession(db);
      // A mount that ended, or was deleted meanwhile, takes nothing more.
      for (const unwritten of waiting) {
        if (unwritten.sessionId === session?.id) await write(db, unwritten, session);
      }
    });
    this.spool.clear();
    this.spooled = false;
  }

  /**
   * Writes what the mount has gathered, all of it or nothing, and brings back the commands that wait for it. While
   * PostgreSQL is away it goes to the spool and stays with the mount. @throws DatabaseAway, MountGone
   */
  async flush(mount: MountInHand, speed: number): Promise<void> {
    const unwritten = mount.takeUnwritten(speed);
    try {
      const { commands, pushed } = await this.line.transaction(async (db) => {
        await write(db, unwritten, mount);
        const commands = await listOpenCommands(db, mount.sessionId);
        const pushed = await lastPushed(db, mount.sessionId, unwritten.clockS - WATCHED_S);
        return { commands, pushed };
      });
      mount.give(commands);
      mount.pushed = pushed;
      if (this.spooled) this.spool.clear();
      this.spooled = false;
    } catch (error) {
      mount.putBack(unwritten);
      throw error;
    }
  }

  /** Keeps on disk what could not be written, once each. */
  keepAside(mount: MountInHand, speed: number): void {
    mount.spool(speed, (unwritten) => this.spool.append(unwritten));
    this.spooled = true;
  }

  /** The mount that is to be measured, with its last samples; null where there is none. */
  async waiting(): Promise<{
    session: BenchSession;
    samples: KeptSample[];
    commands: GivenCommand[];
  } | null> {
    return this.line.transaction(async (db) => {
      const session = await openSession(db);
      if (!session) return null;
      const samples = await listSamples(db, session.id, neededFromS(session.state));
      return { session, samples, commands: await listOpenCommands(db, session.id) };
    });
  }

  /** Tells how the bench stands; the speed that is wanted of a simulated rig. */
  async tell(status: Pick<BenchStatus, 'instruments' | 'problem' | 'speed'>): Promise<number | null> {
    return this.line.transaction(async (db) => {
      await writeStatus(db, status);
      return (await readStatus(db)).wantedSpeed;
    });
  }

  close(): Promise<void> {
    return this.line.close();
  }
}

export function isAway(error: unknown): boolean {
  return error instanceof DatabaseAway;
}

/** PostgreSQL's or the system's word for it. */
export function isDiskFull(error: unknown): boolean {
  return ['53100', 'ENOSPC'].includes((error as { code?: string }).code ?? '');
}
