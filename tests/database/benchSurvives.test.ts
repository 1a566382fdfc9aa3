import { insertCommand } from '@/database/bench/bench';
import { readStatus } from '@/database/bench/benchStatus';
import { closePool, withDatabase } from '@/database/pool';
import { insertPushed } from '@/database/bench/pushedReadings';
import { listRuns } from '@/database/runs/runs';
import { asBytes } from '@demo/generators/demoFiles';
import { BenchProcess } from '@/lab/bench/benchProcess';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import { coolerOf } from '@/simulator/instruments';
import { serveScpi } from '@/simulator/scpiServer';
import type { AddressInfo } from 'node:net';
import { inPhase, mounted, samplesOf, session, soaking, TestBench, until } from '../support/bench';
import { freshDatabase } from '../support/database';
import { importSound } from '../support/lab';
import { PrivatePostgres } from '../support/privatePostgres';

const SPEED = 10;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

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
afterEach(stopMount);

/** Largest distance between neighbouring samples that no gap is marked between, s of bench clock, and the gaps: a busy machine makes some, and says so. */
async function holes(sessionId: number, fromS = 0) {
  const samples = (await samplesOf(sessionId)).filter((sample) => sample.atS >= fromS);
  const apart = samples.slice(1).map((sample, i) => (sample.gap ? 0 : sample.atS - samples[i]!.atS));
  return { widestS: Math.max(...apart), marked: samples.filter((sample) => sample.gap).length, samples };
}

async function stopMount(): Promise<void> {
  const { id, ended } = await session(roundUpId);
  if (ended) return;
  await withDatabase((db) => insertCommand(db, id, { do: 'abort', reason: 'test' }, 'test'));
  await until('ended', async () => (await session(roundUpId)).ended);
}

test('killed with -9, a run is taken up where it was, the gap is marked, at most the last second is missing', async () => {
  const first = bench.start(url);
  const id = await soaking(roundUpId, entry);
  await pause(3000);
  const { soakFromS } = (await session(roundUpId)).state;
  const killing = Date.now();
  await bench.end(first, 'SIGKILL');
  const last = await session(roundUpId);
  // What was written last is not older than a second of the wall.
  expect(last.silentS - (Date.now() - killing) / 1000).toBeLessThan(1);
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

test('a die that answers nonsense under load has no watcher: the load comes off, and it is said why', async () => {
  const { rig, addresses } = bench.rig;
  let isSick = false;
  let asked = 0;
  const load = serveScpi('Test,simulated sick load,1,1', {
    // The first time it is too late, as on a busy machine: it is asked again, and the bench's clock keeps its pace.
    'SIM:SPEED?': () => ((asked += 1) > 1 ? String(SPEED) : undefined),
    'SIM:MOUNT?': () => entry,
    'LOAD:POW': (text) => void (rig.loadW = Number(text)),
    'LOAD:POW?': () => String(rig.loadW),
    'MEAS:TEMP?': () => (isSick ? '~~' : '55.0,CEL'),
  });
  await new Promise<void>((resolve) => load.listen(0, '127.0.0.1', resolve));
  bench.wire({ ...addresses, load: { host: '127.0.0.1', port: (load.address() as AddressInfo).port } });
  await mounted(roundUpId, entry, ['100 %']);
  expect((await inPhase(roundUpId, 'warm-up')).speed).toBe(SPEED);
  expect(asked).toBe(2);
  expect(rig.loadW).toBe(170);
  isSick = true;
  const { state } = await inPhase(roundUpId, 'stopped');
  expect(state).toMatchObject({ alarm: true, loadW: 0 });
  expect(state.said).toBe(
    'The die cannot be read (processor load: answers “~~” to MEAS:TEMP?, a number was expected): the load is off.',
  );
  await until('load off', async () => rig.loadW === 0);
  load.close();
  bench.wire(addresses);
}, 300_000);

test('regulators that a program tells of are watched by their limit, too; readings of long ago are not', async () => {
  const push = (agoS: number, vrmC: number) =>
    withDatabase((db) =>
      insertPushed(db, [
        { agoS, readings: { vrm_c: vrmC } },
        { agoS: 0, readings: { clock_mhz: 4200 } },
      ]),
    );
  await soaking(roundUpId, entry, ['100 %']);
  await push(60, 119);
  await pause(1500);
  expect((await session(roundUpId)).state).toMatchObject({ phase: 'soak', alarm: false });
  await push(0, 119);
  const { state } = await inPhase(roundUpId, 'stopped');
  expect(state).toMatchObject({ alarm: true, loadW: 0 });
  expect(state.said).toMatch(/^The regulators at 119 °C, over their limit of 105 °C\. The load is off/);
  await until('load off', async () => bench.rig.rig.loadW === 0);
}, 300_000);

test('two instruments on one address are told, and nothing is measured', async () => {
  const { addresses } = bench.rig;
  bench.wire({ ...addresses, meter: addresses.power });
  const status = await until('told', async () => {
    const status = await withDatabase(readStatus);
    return status.problem !== '' && status;
  });
  expect(status.problem).toMatch(/meter and power share one address|power and meter stand on one address/);
  bench.wire(addresses);
  await until('well again', async () => (await withDatabase(readStatus)).problem === '');
});

test('a rig that was killed and begun anew: the same cooler is put on it, and the soak begins again', async () => {
  await soaking(roundUpId, entry);
  const { soakFromS } = (await session(roundUpId)).state;
  await bench.replaceRig(SPEED, 1500);
  await until('soaks anew', async () => (await session(roundUpId)).state.soakFromS > soakFromS);
  expect((await session(roundUpId)).state.said).toContain('soak begins again');
  await until('load on', async () => bench.rig.rig.loadW === 170);
  expect(bench.rig.rig['cooler']).toBe(coolerOf(entry));
});

test('a full disk is said once, and nothing measured meanwhile is missing; a load that stays away ends the mount', async () => {
  await bench.endAll('SIGTERM');
  const said: string[] = [];
  const process = new BenchProcess({
    databaseUrl: url,
    instrumentsFile: bench.instrumentsFile,
    spoolFile: bench.spoolFile,
    sampleHz: 1,
    goneMs: 2000,
    log: (message) => said.push(message),
  });
  const running = process.run();
  const id = await soaking(roundUpId, entry);
  const sql = (text: string) => withDatabase((db) => db.query(text));
  await sql(`CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
    RAISE EXCEPTION 'No space left on device' USING ERRCODE = '53100'; END $$;
    CREATE TRIGGER full_disk BEFORE INSERT ON bench_samples FOR EACH STATEMENT EXECUTE FUNCTION full_disk()`);
  await pause(3000);
  await sql('DROP TRIGGER full_disk ON bench_samples');
  await until('written again', async () => (await session(roundUpId)).silentS < 2);
  await pause(1000);
  expect(said.filter((name) => name.includes('disk is full'))).toHaveLength(1);
  expect((await holes(id)).widestS).toBeLessThan(SPEED);

  await bench.rig.close();
  const stopped = await inPhase(roundUpId, 'stopped');
  expect(stopped.state.said).toBe('The processor load has not answered for long: the mount is ended.');
  await until('written', async () => (await session(roundUpId)).ended);
  process.stop();
  await running;
  await bench.setUp(SPEED);
});
