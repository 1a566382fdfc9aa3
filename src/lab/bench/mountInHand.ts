import { hasEnded, stop, type BenchRule, type BenchRun, type BenchState } from '@/core/bench/benchState';
import { benchStep } from '@/core/bench/mountRun';
import type { BenchSession, GivenCommand, KeptSample } from '@/database/bench/bench';

export interface EndedRun {
  /** Counts the runs of the mount from 1: the same one is never written twice. */
  ordinal: number;
  run: BenchRun;
}

/** What was measured and done, and is not yet written. */
export interface Unwritten {
  sessionId: number;
  state: BenchState;
  clockS: number;
  speed: number;
  samples: KeptSample[];
  runs: EndedRun[];
  /** For the run that ended last before them. */
  notes: string[];
  taken: number[];
}

/** The guard looks back this far before the setting in hand began, s. */
const BEFORE_S = 70;
const DROP_AT_ONCE = 500;

/** From where on a mount's samples are needed to go on with it, s. */
export function neededFromS(state: BenchState): number {
  return Math.min(state.soakFromS, state.sinceS) - BEFORE_S;
}

/** The mount on the rig as the bench process holds it: samples go in, ended runs come out, all of it waits to be written. */
export class MountInHand {
  private runsEnded: number;
  private unwritten: Omit<Unwritten, 'sessionId' | 'state' | 'clockS' | 'speed'> = {
    samples: [],
    runs: [],
    notes: [],
    taken: [],
  };
  private readonly commands: GivenCommand[] = [];
  private readonly seen = new Set<number>();
  /** How much of what waits lies in the spool already. */
  private spooled = { samples: 0, runs: 0, notes: 0, taken: 0 };
  private spooledOut = this.spooled;
  clockS: number;

  readonly sessionId: number;
  readonly roundUpId: number;
  readonly rule: BenchRule;
  state: BenchState;
  /** The next sample comes after a gap. */
  gapBefore = false;
  /** What programs have sent last, by trace column: the guard watches it, too. */
  pushed: Readonly<Record<string, number>> = {};
  /** Bench clock of the last sample with a load that answered, s. */
  lastSeenS: number;

  constructor(
    session: Pick<BenchSession, 'id' | 'roundUpId' | 'rule' | 'state' | 'runsWritten'>,
    private samples: KeptSample[],
    clockS: number,
  ) {
    this.sessionId = session.id;
    this.roundUpId = session.roundUpId;
    this.rule = session.rule;
    this.state = session.state;
    this.runsEnded = session.runsWritten;
    this.clockS = clockS;
    this.lastSeenS = clockS;
  }

  /** Something has ended that should be written at once. */
  get hasUrgent(): boolean {
    return this.unwritten.runs.length > 0 || this.hasEnded;
  }

  get hasEnded(): boolean {
    return hasEnded(this.state);
  }

  /** Commands wait for the next sample; the same one is taken once. */
  give(commands: readonly GivenCommand[]): void {
    for (const command of commands) {
      if (this.seen.has(command.id)) continue;
      this.seen.add(command.id);
      this.commands.push(command);
    }
  }

  /** One sample of the rig: the mount goes on by it. */
  take(sample: KeptSample): void {
    this.samples.push(sample);
    this.unwritten.samples.push(sample);
    this.clockS = sample.atS;
    const given = this.commands.splice(0);
    this.unwritten.taken.push(...given.map((command) => command.id));
    if (this.hasEnded) return;
    const { state, run, late } = benchStep(
      this.state,
      this.samples,
      given.map((command) => command.command),
      sample.atS,
      this.rule,
      this.pushed,
    );
    this.state = state;
    this.unwritten.notes.push(...(late ?? []));
    if (run) this.unwritten.runs.push({ ordinal: (this.runsEnded += 1), run });
    const from = neededFromS(state);
    const gone = this.samples.findIndex((sample) => sample.atS >= from);
    if (gone > DROP_AT_ONCE) this.samples = this.samples.slice(gone);
  }

  /** The load must come off for a reason that is not in the samples. */
  stop(why: string): void {
    if (!this.hasEnded) this.state = stop(this.state, this.clockS, why, true);
  }

  /** Hands out what waits; `putBack` returns it where it could not be written. */
  takeUnwritten(speed: number): Unwritten {
    const out = this.unwritten;
    this.unwritten = { samples: [], runs: [], notes: [], taken: [] };
    this.spooledOut = this.spooled;
    this.spooled = { samples: 0, runs: 0, notes: 0, taken: 0 };
    return { sessionId: this.sessionId, state: this.state, clockS: this.clockS, speed, ...out };
  }

  putBack(unwritten: Unwritten): void {
    const { samples, runs, notes, taken } = this.unwritten;
    this.unwritten = {
      samples: [...unwritten.samples, ...samples],
      runs: [...unwritten.runs, ...runs],
      notes: [...unwritten.notes, ...notes],
      taken: [...unwritten.taken, ...taken],
    };
    this.spooled = this.spooledOut;
  }

  /** What waits and is not on disk yet, given to `keep`; it goes on waiting, here too. */
  spool(speed: number, keep: (unwritten: Unwritten) => void): void {
    const { samples, runs, notes, taken } = this.unwritten;
    const before = this.spooled;
    keep({
      sessionId: this.sessionId,
      state: this.state,
      clockS: this.clockS,
      speed,
      samples: samples.slice(before.samples),
      runs: runs.slice(before.runs),
      notes: notes.slice(before.notes),
      taken: taken.slice(before.taken),
    });
    // A disk that took nothing gets it all again.
    this.spooled = {
      samples: samples.length,
      runs: runs.length,
      notes: notes.length,
      taken: taken.length,
    };
  }
}
