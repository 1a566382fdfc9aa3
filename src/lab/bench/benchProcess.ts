import { existsSync, readFileSync, statSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { BenchClock } from '@/core/bench/benchClock';
import { afterGap, LOAD_OFF } from '@/core/bench/benchState';
import { BenchLine } from '@/database/bench/benchLine';
import { ORDERS_CHANNEL } from '@/database/bench/bench';
import { benchAddresses } from '@/instruments/benchAddresses';
import { BenchInstruments } from '@/instruments/benchInstruments';
import { BenchRecord, isAway, isDiskFull, MountGone } from './benchRecord';
import { WorkPool } from '../work/workPool';
import { BenchSounds } from './benchSounds';
import { LoadWatch } from './loadWatch';
import { MountInHand } from './mountInHand';
import { Spool } from './spool';

export interface BenchProcessOptions {
  databaseUrl: string;
  /** File with the instruments' addresses; it may come, and change, while the process runs. */
  instrumentsFile: string;
  spoolFile: string;
  /** Samples a second of bench clock. */
  sampleHz: number;
  log: (message: string) => void;
  /** In place of ten minutes, for a test. */
  goneMs?: number;
}

/** What listening to a recording may take. */
const WORK = { memoryMb: 600, seconds: 120 };
const WRITE_MS = 400;
const TELL_MS = 2000;
/** No faster than this, however fast the bench clock runs, ms of wall time. */
const LEAST_PERIOD_MS = 25;
/** Samples that are apart by so much more than they should be have a gap between them, ms. */
const GAP_MS = 1000;

/**
 * The process that owns the rig: samples the instruments, moves the mount in hand by `benchStep`, tells the instruments
 * what it wants, and writes all of it as it goes. Measuring never waits for PostgreSQL.
 */
export class BenchProcess {
  private readonly record: BenchRecord;
  private readonly sounds: BenchSounds;
  private readonly watch: LoadWatch;
  private readonly clock = new BenchClock(0, 1, () => performance.now());
  private instruments: BenchInstruments | null = null;
  private instrumentsRead = '';
  private mount: MountInHand | null = null;
  private problem = '';
  private unwritable = '';
  private stopped = false;
  private wake: () => void = () => undefined;
  private lastTickMs: number | null = null;
  private lastAtS: number | null = null;
  private loadWasAway = false;
  private saidLast = '';
  private simulatedSpeed: number | null = null;
  private isLoadKnown = false;
  private toldMs = 0;

  constructor(private readonly options: BenchProcessOptions) {
    const line = new BenchLine(options.databaseUrl, ORDERS_CHANNEL, () => this.wake());
    this.record = new BenchRecord(line, new Spool(options.spoolFile));
    this.watch = new LoadWatch(options.goneMs);
    this.sounds = new BenchSounds(new WorkPool(WORK), (message) => this.sayOnce(message));
  }

  /** Runs until `stop`. */
  async run(): Promise<void> {
    await Promise.all([this.measure(), this.keepRecord()]);
    if (this.mount && !this.mount.hasEnded) await this.instruments?.set(LOAD_OFF);
    if (this.mount) await this.record.flush(this.mount, this.clock.speed).catch(() => undefined);
    this.instruments?.close();
    await this.record.close();
  }

  /** The load goes off; the mount can be gone on with later. */
  stop(): void {
    this.stopped = true;
    this.wake();
  }

  private async measure(): Promise<void> {
    while (!this.stopped) {
      const beganMs = performance.now();
      await this.meetInstruments();
      if (this.mount && this.instruments) await this.safely(this.mount, this.instruments);
      else if (this.mount) this.watch.load(this.mount, true, beganMs);
      const periodMs = this.mount ? this.periodMs : 250;
      await sleep(Math.max(1, periodMs - (performance.now() - beganMs)));
    }
  }

  /** A mistake of ours must not leave a load on that nobody watches. */
  private async safely(mount: MountInHand, instruments: BenchInstruments): Promise<void> {
    try {
      await this.tick(mount, instruments);
    } catch (error) {
      this.options.log((error as Error).stack ?? String(error));
      mount.stop(`The bench process failed (${(error as Error).message}): the load is off.`);
      await instruments.set(mount.state);
    }
  }

  private get periodMs(): number {
    return Math.max(1000 / (this.options.sampleHz * this.clock.speed), LEAST_PERIOD_MS);
  }

  /** Reads the addresses where they are new. Wrong ones are told, and the file is looked at again. */
  private async meetInstruments(): Promise<void> {
    const { instrumentsFile } = this.options;
    if (!existsSync(instrumentsFile)) {
      if (!this.instruments) this.problem = 'no instruments are set up yet';
      return;
    }
    // By its text, too: a clock of files is coarse, and one that is being written may be read empty.
    const text = readFileSync(instrumentsFile, 'utf8');
    const read = `${statSync(instrumentsFile).mtimeMs} ${text}`;
    if (read === this.instrumentsRead) {
      if (this.instruments && !this.isLoadKnown) await this.knowLoad(this.instruments);
      return;
    }
    this.instrumentsRead = read;
    this.instruments?.close();
    this.instruments = null;
    try {
      const instruments = new BenchInstruments(benchAddresses(text));
      await instruments.meet();
      await this.knowLoad(instruments);
      this.instruments = instruments;
      this.problem = '';
      this.toldMs = 0;
    } catch (error) {
      this.problem = (error as Error).message;
      this.options.log(this.problem);
    }
  }

  /** The load says whether the rig is simulated, and how fast it runs. One that was late to say so is asked again before each sample. */
  private async knowLoad(instruments: BenchInstruments): Promise<void> {
    const speed = await instruments.speed();
    this.isLoadKnown = speed !== undefined;
    this.simulatedSpeed = speed ?? null;
    this.clock.set({ speed: speed ?? 1 });
    if (!this.mount || !this.isLoadKnown) return;
    // A rig that was begun anew has nothing on it, and its load is off.
    await instruments.mounted(this.mount.state.entry, false);
    this.loadWasAway = true;
  }

  private async tick(mount: MountInHand, instruments: BenchInstruments): Promise<void> {
    const nowMs = performance.now();
    const lateMs = this.lastTickMs === null ? 0 : nowMs - this.lastTickMs - this.periodMs;
    this.lastTickMs = nowMs;
    const sample = await instruments.sample(() => this.clock.nowS);
    const atS = Math.max(sample.atS, (this.lastAtS ?? -1) + 1e-3);
    const fault = instruments.faultOf('load');
    const isAwayNow = fault?.kind === 'away' || fault?.kind === 'late';
    const back = this.loadWasAway && !isAwayNow;
    this.loadWasAway = isAwayNow;
    const comesAfterGap = mount.gapBefore || lateMs > Math.max(GAP_MS, 3 * this.periodMs) || back;
    const gap = comesAfterGap && this.lastAtS !== null && !isAwayNow;
    if (gap && !mount.hasEnded) {
      const { loadW } = mount.state;
      const stayed = loadW === 0 || (await instruments.loadW()) === loadW;
      mount.state = afterGap(mount.state, atS - mount.lastSeenS, atS, stayed);
      mount.gapBefore = false;
    }
    if (!isAwayNow) mount.lastSeenS = atS;
    this.lastAtS = atS;
    mount.take({ ...sample, atS, gap });
    this.sounds.follow(mount, instruments);
    this.watch.die(mount, instruments, Number.isNaN(sample.dieC), nowMs);
    this.watch.load(mount, isAwayNow, nowMs);
    // A load that is away is not told: what it did meanwhile is asked first.
    if (!isAwayNow) await instruments.set(mount.state);
    const { probe, phase } = mount.state;
    const isHeld = phase === 'probe' || phase === 'probe-reading';
    await instruments.held((isHeld && probe?.places[probe.at]?.place) || null);
    if (mount.hasUrgent) this.wake();
  }

  /** The same thing is said once, however often it happens. */
  private sayOnce(message: string): void {
    if (message !== this.saidLast) this.options.log(message);
    this.saidLast = message;
  }

  private keepAside(): void {
    try {
      if (this.mount) this.record.keepAside(this.mount, this.clock.speed);
    } catch (error) {
      this.sayOnce(
        `nothing can be kept on disk (${(error as Error).message}); what is measured stays in memory`,
      );
    }
  }

  private async keepRecord(): Promise<void> {
    while (!this.stopped) {
      try {
        const taken = await this.record.take();
        if (taken === 'held') {
          await this.write();
          // Aside: nothing that is measured waits for what was heard.
          void this.sounds
            .keep(this.mount?.sessionId ?? null)
            .catch((error: Error) => this.sayOnce(`recordings wait: ${error.message}`));
          this.saidLast = '';
          this.unwritable = '';
        } else if (taken === 'away') this.keepAside();
        else if (taken === 'owned' && this.mount) this.handOver();
      } catch (error) {
        if (error instanceof MountGone) await this.giveUp('the round-up was deleted');
        else if (isAway(error)) this.keepAside();
        else if (isDiskFull(error)) {
          this.keepAside();
          this.sayOnce('the disk is full: nothing can be written, and what is measured waits; make room');
        } else {
          this.unwritable = `could not be written: ${(error as Error).message}`;
          this.sayOnce((error as Error).stack ?? this.unwritable);
        }
      }
      await Promise.race([sleep(WRITE_MS), new Promise<void>((resolve) => (this.wake = resolve))]);
    }
  }

  private async write(): Promise<void> {
    if (this.mount) {
      const { hasEnded } = this.mount;
      await this.record.flush(this.mount, this.clock.speed);
      if (hasEnded) this.leave();
    } else {
      await this.record.catchUp();
      await this.takeUp();
    }
    if (performance.now() - this.toldMs > TELL_MS) await this.tellStatus();
  }

  /** The open mount, from where it was left. */
  private async takeUp(): Promise<void> {
    const found = this.instruments && (await this.record.waiting());
    // Other instruments may have been wired meanwhile.
    const { instruments } = this;
    if (!instruments || !found) return;
    const { session, samples, commands } = found;
    const clockS = session.clockS + session.silentS * session.speed;
    this.clock.set({ clockS });
    const fresh = samples.length === 0 && session.state.phase === 'mount' && session.clockS === 0;
    await instruments.mounted(session.state.entry, fresh);
    const mount = new MountInHand(session, samples, clockS);
    mount.gapBefore = !fresh;
    mount.lastSeenS = samples.at(-1)?.atS ?? session.clockS;
    mount.give(commands);
    this.lastAtS = samples.at(-1)?.atS ?? session.clockS;
    this.lastTickMs = null;
    this.loadWasAway = false;
    this.mount = mount;
  }

  private leave(): void {
    this.mount = null;
    this.lastAtS = null;
  }

  /** Another process owns the rig: it drives the load now. */
  private handOver(): void {
    this.options.log('another process owns the rig');
    this.leave();
  }

  private async giveUp(why: string): Promise<void> {
    this.options.log(why);
    await this.instruments?.set(LOAD_OFF);
    this.leave();
  }

  private async tellStatus(): Promise<void> {
    const { instruments } = this;
    if (instruments && !this.mount) await instruments.meet();
    const wanted = await this.record.tell({
      instruments: instruments?.states ?? [],
      problem: this.problem || this.unwritable,
      speed: this.simulatedSpeed,
    });
    this.toldMs = performance.now();
    if (instruments && wanted !== null && this.simulatedSpeed !== null && wanted !== this.simulatedSpeed) {
      await instruments.setSpeed(wanted);
      this.clock.set({ speed: wanted });
      this.simulatedSpeed = wanted;
    }
  }
}
