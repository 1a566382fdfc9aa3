import { clockNow } from '@/clock/clockNow';
import { readStatus } from '@/database/bench/benchStatus';
import { insertPushed } from '@/database/bench/pushedReadings';
import { closePool, withDatabase } from '@/database/pool';
import { asBytes } from '@demo/generators/demoFiles';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import { BenchProcess } from '@/lab/bench/benchProcess';
import { coolerOf } from '@/simulator/instruments';
import { serveScpi } from '@/simulator/scpiServer';
import { utimesSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import {
  holes,
  inPhase,
  mounted,
  pause,
  session,
  soaking,
  stopMount,
  TestBench,
  until,
} from '../support/bench';
import { freshDatabase } from '../support/database';
import { importSound } from '../support/lab';

const SPEED = 10;

// One evening at ten times its pace, on which much goes wrong; the order of the tests is its own.
const bench = new TestBench();
let url: string;
let drop: () => Promise<void>;
let roundUpId: number;
const entry = 'calima-120';

beforeAll(async () => {
  ({ url, drop } = await freshDatabase());
  process.env.DATABASE_URL = url;
  roundUpId = await importSound(asBytes(fanRoundUp(7)));
  await bench.setUp(SPEED);
  bench.start(url);
});

afterAll(async () => {
  await bench.tearDown();
  await closePool();
  await drop();
});

// One that failed must not leave its mount on the rig of the next.
afterEach(() => stopMount(roundUpId));

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
  // Two writes within a tick of the clock that files are dated by are told apart by what they say.
  const dated = clockNow();
  const wire = (to: object) => {
    bench.wire(to);
    utimesSync(bench.instrumentsFile, dated, dated);
  };
  wire({ ...addresses, meter: addresses.power });
  const status = await until('told', async () => {
    const status = await withDatabase(readStatus);
    return status.problem !== '' && status;
  });
  expect(status.problem).toMatch(/meter and power share one address|power and meter stand on one address/);
  wire(addresses);
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
