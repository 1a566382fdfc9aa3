import { insertCommand } from '@/database/bench/bench';
import { readStatus } from '@/database/bench/benchStatus';
import { closePool, withDatabase } from '@/database/pool';
import { listRuns } from '@/database/runs/runs';
import { asBytes } from '@demo/generators/demoFiles';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import {
  holes,
  inPhase,
  mounted,
  pause,
  samplesOf,
  session,
  soaking,
  stopMount,
  TestBench,
  until,
} from '../support/bench';
import { freshDatabase } from '../support/database';
import { importSound } from '../support/lab';
import { PrivatePostgres } from '../support/privatePostgres';

const SPEED = 10;

// A server of its own, since it is stopped; the order of the tests is one long evening at ten times its pace.
const server = new PrivatePostgres('bench-away');
const bench = new TestBench();
let url: string;
let roundUpId: number;
const entry = 'calima-120';

beforeAll(async () => {
  url = (await freshDatabase(server.url)).url;
  process.env.DATABASE_URL = url;
  roundUpId = await importSound(asBytes(fanRoundUp(7)));
  await bench.setUp(SPEED);
});

afterAll(async () => {
  await bench.tearDown();
  await closePool();
  server.stop();
});

// One that failed must not leave its mount on the rig of the next.
afterEach(() => stopMount(roundUpId));

test('killed with -9, a run is taken up where it was, the gap is marked, at most the last second is missing', async () => {
  const first = bench.start(url);
  const id = await soaking(roundUpId, entry);
  await pause(3000);
  const { soakFromS } = (await session(roundUpId)).state;
  const killing = performance.now();
  await bench.end(first, 'SIGKILL');
  const last = await session(roundUpId);
  // What was written last is not older than a second of the wall.
  expect(last.silentS - (performance.now() - killing) / 1000).toBeLessThan(1);
  const before = (await samplesOf(id)).at(-1)!.atS;
  expect(last.clockS - before).toBeLessThan(SPEED);
  await pause(1000);
  expect(bench.rig.rig.loadW).toBe(170);
  // Another process was started twice by mistake: one of the two owns the rig, the other waits.
  const second = bench.start(url);
  const third = bench.start(url);
  await until('taken up', async () => (await samplesOf(id)).some((sample) => sample.gap));
  await pause(2000);
  const { marked, samples } = await holes(id);
  expect(marked).toBe(1);
  const gapAt = samples.findIndex((sample) => sample.gap);
  expect(samples[gapAt - 1]!.atS).toBe(before);
  const now = await session(roundUpId);
  expect(now.state).toMatchObject({ phase: 'soak', soakFromS, loadW: 170 });
  expect(now.state.said).toContain('the run goes on');
  // Asked to go, the owner takes the load off; the one that waited takes over and soaks anew.
  await bench.end(second, 'SIGTERM');
  await bench.end(third, 'SIGTERM');
  expect(bench.rig.rig.loadW).toBe(0);
  // The wall's clock was set back by an hour meanwhile: the bench's own goes on from where it was.
  await withDatabase((db) =>
    db.query(`UPDATE bench_sessions SET written_at = written_at + interval '1 hour'`),
  );
  bench.start(url);
  await until('soaks anew', async () => (await session(roundUpId)).state.soakFromS > soakFromS);
  const lastS = async () => (await samplesOf(id)).at(-1)!.atS;
  const begunS = await lastS();
  await until('the clock goes on', async () => (await lastS()) - begunS > SPEED);
  expect((await session(roundUpId)).state.said).toContain('the soak begins again');
});

test('PostgreSQL away for ten seconds: measuring goes on, nothing is missing; killed meanwhile, the spool is read', async () => {
  const id = await soaking(roundUpId, entry);
  await closePool();
  await server.halt();
  await pause(10_000);
  await server.resume();
  await until('written again', async () => (await session(roundUpId)).silentS < 2);
  await pause(1500);
  const { widestS, marked, samples } = await holes(id, (await session(roundUpId)).state.soakFromS);
  expect(marked).toBe(0);
  expect(widestS).toBeLessThan(SPEED);
  expect(samples.length).toBeGreaterThan(100);
  expect((await session(roundUpId)).state.phase).toMatch(/soak|reading/);

  await closePool();
  await server.halt();
  await pause(4000);
  await bench.endAll('SIGKILL');
  await server.resume();
  const lastBefore = samples.at(-1)!.atS;
  bench.start(url);
  await until('caught up', async () => (await samplesOf(id)).some((sample) => sample.gap));
  const all = (await samplesOf(id)).filter((sample) => sample.atS > lastBefore);
  const beforeKill = all.slice(
    0,
    all.findIndex((sample) => sample.gap),
  );
  // Four seconds of the wall at ten times its pace, less the last of them.
  expect(beforeKill.length).toBeGreaterThan(25);
});

test('a pulled cable: the run goes on after it, the load off for want of a word makes the soak begin again', async () => {
  const id = await soaking(roundUpId, entry);
  const { soakFromS } = (await session(roundUpId)).state;
  bench.drop('meter', 3);
  await until('fault told', async () =>
    (await withDatabase(readStatus)).instruments.some(
      (instrument) => instrument.name === 'sound meter' && instrument.fault.includes('does not answer'),
    ),
  );
  await pause(3500);
  expect((await session(roundUpId)).state.soakFromS).toBe(soakFromS);
  expect(
    (await samplesOf(id)).some((sample) => Number.isNaN(sample.levelDb) && !Number.isNaN(sample.dieC)),
  ).toBe(true);

  bench.drop('load', 3);
  await until('gap of the load', async () => (await samplesOf(id)).some((sample) => sample.gap));
  expect((await session(roundUpId)).state.soakFromS).toBe(soakFromS);

  bench.drop('load', 17);
  await pause(16_500);
  expect(bench.rig.rig.loadW).toBe(0);
  await until('soaks anew', async () => (await session(roundUpId)).state.soakFromS > soakFromS);
  expect(bench.rig.rig.loadW).toBe(170);
});

test('a finished run stands in the logbook once, with its trace, and the guard’s verdict is kept as a result', async () => {
  const id = await soaking(roundUpId, entry, ['100 %']);
  await withDatabase((db) => insertCommand(db, id, { do: 'overrule', reason: 'test', at: 0 }, 'test'));
  await inPhase(roundUpId, 'cool-down');
  const runs = (await withDatabase((db) => listRuns(db, roundUpId))).filter((run) => run.mount === 9);
  expect(runs).toHaveLength(1);
  expect(runs[0]).toMatchObject({ entry, setting: '100 %', dutyPct: 100, hasTrace: true, setAside: '' });
  expect(runs[0]!.note).toContain('called settled over the rule: test');
  await withDatabase((db) => insertCommand(db, id, { do: 'confirm' }, 'test'));
  await until('ended', async () => (await session(roundUpId)).ended);

  await mounted(roundUpId, entry, ['100 %']);
  await inPhase(roundUpId, 'floor');
  bench.rig.rig.mountFactor = 60;
  const stopped = await inPhase(roundUpId, 'stopped');
  expect(stopped.state).toMatchObject({ alarm: true, loadW: 0 });
  await until('load off', async () => bench.rig.rig.loadW === 0);
  await until('written', async () => (await session(roundUpId)).ended);
  const failed = (await withDatabase((db) => listRuns(db, roundUpId))).filter(
    (run) => run.setAside !== '' && run.mount === 9,
  );
  expect(failed).toHaveLength(1);
  expect(failed[0]!.setAside).toMatch(/^failed after \d+ s: /);
}, 300_000);
