import type { ChildProcess } from 'node:child_process';

export interface Kept {
  /** What people call it. */
  name: string;
  begin: () => ChildProcess;
  /** Tells every two seconds that it works; else only its end is watched. */
  beats: boolean;
  /** What asks it to end, and how long that may take, ms. */
  endSignal: NodeJS.Signals;
  endWithinMs: number;
}

/** What of time and words a keeper needs; a test brings its own. */
export interface KeeperWorld {
  say: (message: string) => void;
  after: (ms: number, work: () => void) => () => void;
  nowMs: () => number;
  /** The processes that run have changed. */
  changed: () => void;
}

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;
/** Who lived so long fell for a new reason. */
const STEADY_MS = 60_000;
const LOOK_MS = 2000;
/** Looks without a word, by our own clock: a laptop that slept has not been silent. */
const MOST_SILENT = 10;
const MOST_SILENT_AT_FIRST = 45;

/** Milliseconds to wait before the n-th start in a row that did not last, from 1. */
export function pauseMs(fall: number): number {
  return Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.min(fall - 1, 20));
}

/** One process, begun again with a growing pause whenever it ends, and ended where it no longer says that it works. */
export class KeptProcess {
  private child: ChildProcess | null = null;
  private ending = false;
  private falls = 0;
  private beganMs = 0;
  private silent = 0;
  private heard = false;
  private cancel: () => void = () => undefined;
  private stopLooking: () => void = () => undefined;

  constructor(
    private readonly kept: Kept,
    private readonly world: KeeperWorld,
  ) {}

  get name(): string {
    return this.kept.name;
  }

  /** Its number while it runs. */
  get pid(): number | null {
    return this.child?.pid ?? null;
  }

  start(): void {
    this.beganMs = this.world.nowMs();
    let child: ChildProcess;
    try {
      child = this.kept.begin();
    } catch (error) {
      // No room for a process, or for its log: what keeps the others must not fall itself.
      return this.fell(`(${(error as Error).message})`);
    }
    this.child = child;
    this.silent = 0;
    this.heard = false;
    let over = false;
    const fell = (how: string) => {
      if (over) return;
      over = true;
      this.fell(how);
    };
    child.once('exit', (code, signal) => fell(signal ? `by ${signal}` : `with status ${code}`));
    child.once('error', (error) => fell(`(${error.message})`));
    child.on('message', () => {
      this.silent = 0;
      this.heard = true;
    });
    if (this.kept.beats) this.look(child);
    this.world.changed();
  }

  private look(child: ChildProcess): void {
    this.stopLooking = this.world.after(LOOK_MS, () => {
      if (this.child !== child) return;
      this.silent += 1;
      if (this.silent > (this.heard ? MOST_SILENT : MOST_SILENT_AT_FIRST)) {
        this.world.say(`${this.kept.name} stopped responding and was ended`);
        child.kill('SIGKILL');
      } else this.look(child);
    });
  }

  private fell(how: string): void {
    this.child = null;
    this.stopLooking();
    this.world.changed();
    if (this.ending) return;
    this.falls = this.world.nowMs() - this.beganMs >= STEADY_MS ? 1 : this.falls + 1;
    const ms = pauseMs(this.falls);
    this.world.say(`${this.kept.name} ended ${how}; it is started again in ${ms / 1000} s`);
    this.cancel = this.world.after(ms, () => this.start());
  }

  /** Ends it for good: asked first, then without asking. */
  async end(): Promise<void> {
    this.ending = true;
    this.cancel();
    const { child } = this;
    if (!child) return;
    const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
    child.kill(this.kept.endSignal);
    // One that was frozen hears nothing before it goes on.
    child.kill('SIGCONT');
    const stop = this.world.after(this.kept.endWithinMs, () => child.kill('SIGKILL'));
    await gone;
    stop();
  }
}
