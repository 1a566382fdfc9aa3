import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavBytes } from '../../src/core/sound/recording/wavBytes';
import { seededChance } from '../../src/core/statistics/chance';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { type Application, ask, importAsNew, startApplication, upload } from '../support/application';
import { percentile, type Figure } from './figure';

const RATE_HZ = 48_000;
const CLIP_S = 600;
const READERS = 30;
const WRITERS = 10;
const LOAD_MS = 30_000;
const PAGES = ['curves', 'logbook', 'verdict', 'rig', 'line-up', 'brief'];
const json = { 'content-type': 'application/json' };
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function timed(url: string): Promise<number> {
  const start = performance.now();
  const answer = await fetch(url);
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
  return performance.now() - start;
}

/** How long the loop of the web server was held at most since this was last asked, ms. */
async function longestHoldMs(app: Application, file: string): Promise<number> {
  rmSync(file, { force: true });
  process.kill(app.process.pid!, 'SIGUSR2');
  for (let i = 0; i < 100 && !existsSync(file); i += 1) await pause(50);
  return (JSON.parse(readFileSync(file, 'utf8')) as { longestMs: number }).longestMs;
}

/** The longest usual recording: ten minutes of noise. */
function longRecording(): Uint8Array {
  const chance = seededChance(25);
  return wavBytes(
    Float64Array.from({ length: CLIP_S * RATE_HZ }, () => 0.02 * (chance.uniform() - 0.5)),
    RATE_HZ,
  );
}

async function keepRecording(app: Application, entry: string): Promise<void> {
  // Made before anything is asked: a connection that is kept would be closed meanwhile, unseen.
  const body = Buffer.from(longRecording());
  const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  await ask(`${app.url}/api/stream/${id}?path=long.wav`, { method: 'PUT', body });
  const request = { uploadId: id, kind: 'clip', entry, setting: '61 %', recordedAt: '2026-10-01T20:00' };
  const kept = await ask(`${app.url}/api/round-ups/1/recordings`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify(request),
  });
  if (!kept.ok) throw new Error(await kept.text());
}

/** Another page, asked for as long as something is made that holds a long recording. */
async function beside(app: Application, path: string, file: string): Promise<Figure> {
  await longestHoldMs(app, file);
  let made = false;
  const start = performance.now();
  const making = timed(app.url + path).finally(() => (made = true));
  const times: number[] = [];
  while (!made) times.push(await timed(`${app.url}/round-ups/1/brief`));
  await making;
  const tookS = (performance.now() - start) / 1000;
  const held = await longestHoldMs(app, file);
  const alone = percentile(await oneAfterAnother(`${app.url}/round-ups/1/brief`), 0.5);
  const worst = Math.max(...times);
  return {
    what: `${path.replace(/\d+/g, 'n')} with a recording of ten minutes, ${tookS.toFixed(1)} s: another page meanwhile`,
    measured: `${times.length} times, median ${percentile(times, 0.5).toFixed(0)} ms, worst ${worst.toFixed(0)} ms, ${(worst / alone).toFixed(1)} times the baseline; the loop was held ${held.toFixed(0)} ms at most`,
    baseline: `the same page with nothing beside, ${alone.toFixed(0)} ms`,
    budget: '1 s',
    held: worst <= 1000,
  };
}

async function oneAfterAnother(url: string): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < 20; i += 1) times.push(await timed(url));
  return times;
}

async function typeOne(app: Application, entry: string, n: number): Promise<void> {
  const run = { entry, setting: '61 %', mount: 1, pass: 1, loadW: 170, floorDb: 22, powerW: 170, rpm: 900 };
  const body = { ...run, noiseDb: 30 + n / 1000, cpuC: 58, ambientC: 21, note: '', confirmed: true };
  const answer = await ask(`${app.url}/api/round-ups/1/runs`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify(body),
  });
  if (answer.status >= 500) throw new Error(`a write: ${answer.status} ${await answer.text()}`);
  await answer.arrayBuffer();
}

/** Thirty who read, one page after the other, alone and with ten who write ten times a second together. */
async function readers(app: Application, entry: string, writers: number): Promise<number[]> {
  const end = performance.now() + LOAD_MS;
  const times: number[] = [];
  let n = 0;
  const read = async (reader: number) => {
    for (let k = reader; performance.now() < end; k += 1)
      times.push(await timed(`${app.url}/round-ups/1/${PAGES[k % PAGES.length]}`));
  };
  const write = async () => {
    for (; performance.now() < end; await pause(1000)) await typeOne(app, entry, (n += 1));
  };
  await Promise.all([
    ...Array.from({ length: READERS }, (_, i) => read(i)),
    ...Array.from({ length: writers }, write),
  ]);
  return times;
}

/** What others wait for: reports and exports with a long recording, and who reads while others write. */
export async function benchTogether(): Promise<Figure[]> {
  const file = join(mkdtempSync(join(tmpdir(), 'abanico-loop-')), 'held.json');
  process.env.ABANICO_LOOP_FILE = file;
  process.env.NODE_OPTIONS = `--import=${join(process.cwd(), 'tests/bench/loopDelay.mjs')}`;
  const app = await startApplication();
  delete process.env.NODE_OPTIONS;
  await importAsNew(app.url, await upload(app.url, asBytes(demoBundle(7))));
  const csv = await (await fetch(`${app.url}/round-ups/1/curves/csv`)).text();
  const entry = csv.split('\n')[1]!.split(',')[0]!;
  await keepRecording(app, entry);
  const figures = [
    await beside(app, '/round-ups/1/verdict/report', file),
    await beside(app, '/round-ups/1/export', file),
  ];
  const alone = percentile(await readers(app, entry, 0), 0.95);
  await longestHoldMs(app, file);
  const times = await readers(app, entry, WRITERS);
  const p95 = percentile(times, 0.95);
  figures.push({
    what: `${READERS} who read one page after the other, ${WRITERS} who write once a second each`,
    measured: `p95 ${p95.toFixed(0)} ms, ${(p95 / alone).toFixed(1)} times the baseline; ${times.length} pages; the loop was held ${(await longestHoldMs(app, file)).toFixed(0)} ms at most`,
    baseline: `the readers alone, p95 ${alone.toFixed(0)} ms`,
    budget: '2 s',
    held: p95 <= 2000,
  });
  await app.stop();
  return figures;
}
