import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beginMount, type BenchPhase, type BenchRule } from '@/core/bench/benchState';
import {
  insertCommand,
  insertSession,
  lastSession,
  listSamples,
  type BenchSession,
} from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { startInstruments, type InstrumentName } from '@/simulator/instruments';
import { program } from '@/lab/work/program';

const RULE: BenchRule = {
  regulatorLimitC: 105,
  windowS: 300,
  limitC: 90,
  warmUpS: 20,
  readingS: 30,
  longestSoakS: 4000,
};

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

export async function until<T>(
  what: string,
  ask: () => Promise<T | null | false>,
  withinMs = 30_000,
): Promise<T> {
  const end = performance.now() + withinMs;
  for (;;) {
    const got = await ask().catch(() => null);
    if (got) return got;
    if (performance.now() > end) throw new Error(`not within ${withinMs / 1000} s: ${what}`);
    await pause(100);
  }
}

/** A simulated rig in this process and bench processes of its own beside it, over the database given. */
export class TestBench {
  private readonly folder = mkdtempSync(join(tmpdir(), 'abanico-bench-'));
  private children: ChildProcess[] = [];
  rig!: Awaited<ReturnType<typeof startInstruments>>;

  async setUp(speed: number): Promise<void> {
    this.rig = await startInstruments({ seed: 3, speed, around: { doorEveryS: 1e9 } });
    this.wire(this.rig.addresses);
  }

  /** Another rig in the place of one that was killed: nothing on it, its load off, on other ports. */
  async replaceRig(speed: number, awayMs: number): Promise<void> {
    await this.rig.close();
    await pause(awayMs);
    await this.setUp(speed);
  }

  get instrumentsFile(): string {
    return join(this.folder, 'instruments.json');
  }

  wire(addresses: object): void {
    writeFileSync(this.instrumentsFile, JSON.stringify(addresses));
  }

  get spoolFile(): string {
    return join(this.folder, 'spool.jsonl');
  }

  /** Another bench process; the first of them owns the rig. */
  start(databaseUrl: string): ChildProcess {
    const child = spawn('node', program('bench'), {
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        ABANICO_INSTRUMENTS: this.instrumentsFile,
        ABANICO_SPOOL: this.spoolFile,
      },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    this.children.push(child);
    return child;
  }

  async end(child: ChildProcess, signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await ended;
  }

  async endAll(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    for (const child of this.children.splice(0)) await this.end(child, signal);
  }

  /** Pulls an instrument's cable for so long, s. */
  drop(name: InstrumentName, seconds: number): void {
    const { port, host } = this.rig.addresses[name];
    connect(port, host)
      .on('error', () => undefined)
      .write(`SIM:DROP ${seconds}\n`);
  }

  async tearDown(): Promise<void> {
    await this.endAll('SIGKILL');
    await this.rig.close();
  }
}

/** Puts a cooler of the round-up on the rig and confirms it. */
export async function mounted(
  roundUpId: number,
  entry: string,
  settings = ['100 %', '60 %'],
): Promise<number> {
  const points = settings.map((setting) => ({
    load: '170 W',
    loadW: 170,
    loadName: '',
    gpuLoadW: 0,
    setting,
    pass: 1,
  }));
  const state = beginMount({ entry, name: entry, mount: 9, isControl: false, points, nowS: 0 });
  const id = await withDatabase((db) =>
    insertSession(db, { roundUpId, mounting: `${entry} 9`, state, rule: RULE }),
  );
  await withDatabase((db) => insertCommand(db, id, { do: 'confirm' }, 'test'));
  return id;
}

/** The same, until it soaks. */
export async function soaking(roundUpId: number, entry: string, settings?: string[]): Promise<number> {
  const id = await mounted(roundUpId, entry, settings);
  await inPhase(roundUpId, 'soak');
  return id;
}

export function session(roundUpId: number): Promise<BenchSession> {
  return withDatabase(async (db) => (await lastSession(db, roundUpId))!);
}

export function inPhase(roundUpId: number, phase: BenchPhase, withinMs = 30_000): Promise<BenchSession> {
  return until(
    phase,
    async () => {
      const other = await session(roundUpId);
      return other.state.phase === phase && other;
    },
    withinMs,
  );
}

export async function samplesOf(sessionId: number) {
  return withDatabase((db) => listSamples(db, sessionId, -1));
}

/** Largest distance between neighbouring samples that no gap is marked between, s of bench clock, and the gaps: a busy machine makes some, and says so. */
export async function holes(sessionId: number, fromS = 0) {
  const samples = (await samplesOf(sessionId)).filter((sample) => sample.atS >= fromS);
  const apart = samples.slice(1).map((sample, i) => (sample.gap ? 0 : sample.atS - samples[i]!.atS));
  return { widestS: Math.max(...apart), marked: samples.filter((sample) => sample.gap).length, samples };
}

/** Ends the mount in hand, where there is one. */
export async function stopMount(roundUpId: number): Promise<void> {
  const last = await withDatabase((db) => lastSession(db, roundUpId));
  if (!last || last.ended) return;
  await withDatabase((db) => insertCommand(db, last.id, { do: 'abort', reason: 'test' }, 'test'));
  await until('ended', async () => (await session(roundUpId)).ended);
}
