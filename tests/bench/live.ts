import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { beginMount } from '../../src/core/bench/benchState';
import { insertCommand, insertSession } from '../../src/database/bench/bench';
import { closePool, withDatabase } from '../../src/database/pool';
import { importBundle } from '../../src/lab/bring/importBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { fanRoundUp } from '../../demo/generators/fanRoundUp';
import { startApplication } from '../support/application';
import { freshDatabase } from '../support/database';
import type { Figure } from './figure';
import { program } from '../../src/lab/work/program';

/** The wall's hour would be an hour: four times its pace, and ten samples a second of bench clock. */
const SPEED = 4;
const HZ = 10;
const HOUR_S = 3600;
const BROWSERS = 10;
const TICKS_PER_S = 100;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Processor time of a process so far, s, and its memory, MB, as the kernel tells them. */
function usage(pid: number): { cpuS: number; rssMb: number; peakMb: number } {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
    .replace(/^.*\) /, '')
    .split(' ');
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const memory = (name: string) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)![1]) / 1024;
  return {
    cpuS: (Number(fields[11]) + Number(fields[12])) / TICKS_PER_S,
    rssMb: memory('VmRSS'),
    peakMb: memory('VmHWM'),
  };
}

function command(name: string, env: Record<string, string>): ChildProcess {
  const args = program(name);
  return spawn('node', args, { env: { ...process.env, ...env }, stdio: ['ignore', 'ignore', 'inherit'] });
}

/** Follows the bench as a browser does; counts what came. */
async function follow(url: string, signal: AbortSignal, seen: { bytes: number }): Promise<void> {
  const response = await fetch(url, { signal });
  for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) seen.bytes += chunk.length;
}

/** One bench process over an hour of its clock, ten samples of eight channels a second, ten pages following it. */
export async function benchLive(): Promise<Figure[]> {
  const database = await freshDatabase();
  const env = {
    DATABASE_URL: database.url,
    ABANICO_INSTRUMENTS: join(mkdtempSync(join(tmpdir(), 'abanico-live-')), 'instruments.json'),
    ABANICO_SPOOL: join(tmpdir(), `abanico-live-${process.pid}.jsonl`),
    ABANICO_BENCH_SPEED: String(SPEED),
    ABANICO_BENCH_HZ: String(HZ),
  };
  process.env.DATABASE_URL = database.url;
  const imported = await importBundle(asBytes(fanRoundUp(7)));
  if (!imported.imported) throw new Error('the demo does not import');
  const { roundUpId } = imported;
  const rig = command('rig', env);
  const bench = command('bench', env);
  const app = await startApplication({ databaseUrl: database.url });
  const point = { load: '120 W', loadW: 120, loadName: '', gpuLoadW: 0, setting: '100 %', pass: 1 };
  const points = Array.from({ length: 30 }, (_, i) => ({ ...point, pass: i + 1 }));
  const state = beginMount({
    entry: 'brisa-120',
    name: 'Brisa 120',
    mount: 9,
    isControl: false,
    points,
    nowS: 0,
  });
  const rule = { windowS: 300, limitC: 90, warmUpS: 60, readingS: 30, longestSoakS: 4000 };
  const id = await withDatabase((db) =>
    insertSession(db, { roundUpId, mounting: 'brisa-120 9', state, rule }),
  );
  await withDatabase((db) => insertCommand(db, id, { do: 'confirm' }, 'bench'));
  const over = new AbortController();
  const seen = Array.from({ length: BROWSERS }, () => ({ bytes: 0 }));
  for (const other of seen)
    void follow(`${app.url}/api/round-ups/${roundUpId}/bench`, over.signal, other).catch(() => undefined);
  await pause(5000);
  const from = { bench: usage(bench.pid!), bytes: seen.map((other) => other.bytes) };
  const hourS = Number(process.env.ABANICO_BENCH_HOUR_S ?? HOUR_S);
  await pause((hourS / SPEED) * 1000);
  const to = { bench: usage(bench.pid!) };
  over.abort();
  const client = new Client({ connectionString: database.url });
  await client.connect();
  const { rows } = await client.query<{ n: number; gaps: number; runs: number }>(
    `SELECT count(*)::int AS n, sum(gap::int)::int AS gaps, (SELECT runs_written FROM bench_sessions)::int AS runs FROM bench_samples`,
  );
  await client.end();
  await closePool();
  bench.kill('SIGTERM');
  await pause(1500);
  rig.kill('SIGTERM');
  await app.stop();
  await database.drop();
  const share = (to.bench.cpuS - from.bench.cpuS) / hourS;
  const kbPerS =
    seen.reduce((sum, other, i) => sum + other.bytes - from.bytes[i]!, 0) / BROWSERS / (hourS / SPEED) / 1024;
  const { n, gaps, runs } = rows[0]!;
  return [
    {
      what: `bench process, ${HZ} Hz × 8 channels, ${(hourS / 60).toFixed(0)} min of bench clock at ${SPEED}×: ${n} samples, ${gaps} gaps, ${runs} runs`,
      measured: `${(100 * share).toFixed(1)} % of a core a bench second; ${to.bench.rssMb.toFixed(0)} MB at the end, peak ${to.bench.peakMb.toFixed(0)} MB`,
      baseline: 'one core',
      budget: '25 % at 1×, 300 MB',
      held: share < 0.25 && to.bench.peakMb < 300,
    },
    {
      what: `${BROWSERS} pages following it`,
      measured: `${kbPerS.toFixed(1)} kB/s each at ${SPEED * HZ} samples a second`,
      baseline: '–',
      budget: '50 kB/s each',
      held: kbPerS < 50,
    },
  ];
}
