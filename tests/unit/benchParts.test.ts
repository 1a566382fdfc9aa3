import fc from 'fast-check';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterGap, beginMount, type BenchState } from '@/core/bench/benchState';
import { benchStep } from '@/core/bench/mountRun';
import { settingKind } from '@/core/bench/settingDuty';
import { takePoint } from '@/core/bench/steps/takePoint';
import { isMissing } from '@/core/missing';
import type { KeptSample } from '@/database/bench/bench';
import { BenchClock } from '@/core/bench/benchClock';
import { benchTrace } from '@/lab/bench/benchTrace';
import { MountInHand } from '@/lab/bench/mountInHand';
import { Spool } from '@/lab/bench/spool';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { LiveRig } from '@/simulator/liveRig';
import { seededChance } from '@/core/statistics/chance';
import { serveScpi } from '@/simulator/scpiServer';

const RULE = { windowS: 300, limitC: 90, warmUpS: 60, readingS: 30, longestSoakS: 3000 };
const POINT = { loadW: 170, loadName: '', gpuLoadW: 0, pass: 1 };

function begun(settings: string[]): BenchState {
  const points = settings.map((setting) => ({ ...POINT, setting }));
  return beginMount({ entry: 'tramontana', name: 'Tramontana', mount: 1, isControl: false, points, nowS: 0 });
}

function sampleAt(atS: number, more: Partial<KeptSample> = {}): KeptSample {
  return { atS, dieC: 50, roomC: 21, powerW: 170, fanRpm: 1000, levelDb: 33, gap: false, ...more };
}

test('a mount that is written down and read again at any moment goes on to the very same runs', () => {
  const { cooler } = BOATHOUSE.find((entry) => entry.entry === 'tramontana')!;
  const drive = (forgetEveryS: number) => {
    const rig = new LiveRig(cooler, BOATHOUSE_RIG, seededChance(8));
    let mount = new MountInHand(
      { id: 1, roundUpId: 1, rule: RULE, state: begun(['80 %', '33 dB(A)']), runsWritten: 0 },
      [],
      0,
    );
    const runs: unknown[] = [];
    const kept: KeptSample[] = [];
    for (let nowS = 2; nowS < 9000 && !mount.hasEnded; nowS += 2) {
      rig.loadW = mount.state.loadW;
      rig.dutyPct = mount.state.dutyPct;
      rig.advance(nowS);
      const sample = {
        atS: nowS,
        dieC: rig.readDieC(),
        roomC: rig.readRoomC(),
        powerW: rig.readPowerW(),
        fanRpm: rig.readFanRpm(),
        levelDb: rig.readLevelDb(),
        gap: false,
      };
      if (mount.state.phase === 'mount' || mount.state.phase === 'cool-down')
        mount.give([{ id: nowS, command: { do: 'confirm' } }]);
      mount.take(sample);
      kept.push(sample);
      const { runs: ended, state } = mount.takeUnwritten(1);
      runs.push(...ended);
      if (forgetEveryS > 0 && nowS % forgetEveryS === 0) {
        // As after a kill: only what was written is left.
        const read = JSON.parse(JSON.stringify(state)) as BenchState;
        const from = Math.min(read.soakFromS, read.sinceS) - 70;
        mount = new MountInHand(
          { id: 1, roundUpId: 1, rule: RULE, state: read, runsWritten: runs.length },
          kept.filter((sample) => sample.atS >= from),
          nowS,
        );
      }
    }
    return runs;
  };
  const whole = drive(0);
  expect(whole.length).toBeGreaterThanOrEqual(2);
  expect(drive(34)).toEqual(whole);
  expect(drive(2)).toEqual(whole);
});

test('after a gap a soak goes on where the load stayed, and begins again where it did not', () => {
  const soak = takePoint(
    { ...begun(['80 %']), phase: 'warm-up', floorDb: 21, loadW: 170, loadOnS: 10 },
    0,
    100,
    '',
  );
  expect(soak).toMatchObject({ phase: 'soak', soakFromS: 100, dutyPct: 80, loadW: 170, loadOnS: 10 });
  expect(afterGap(soak, 4, 160, true)).toMatchObject({ phase: 'soak', soakFromS: 100 });
  const anew = afterGap({ ...soak, phase: 'reading' }, 40, 200, false);
  expect(anew).toMatchObject({ phase: 'soak', soakFromS: 200, sinceS: 200, loadOnS: 200, gauge: null });
  expect(anew.said).toBe('A gap of 40 s in the samples, in which the load was off: the soak begins again.');
  expect(afterGap(begun(['80 %']), 9, 9, false)).toMatchObject({ phase: 'mount', loadOnS: null });
});

test('orders out of their step change nothing but what they may', () => {
  const mount = begun(['80 %']);
  const step = (state: BenchState, ...commands: Parameters<typeof benchStep>[2][number][]) =>
    benchStep(state, [sampleAt(5)], commands, 5, RULE).state;
  expect(step(mount, { do: 'overrule', reason: 'late', at: 0 })).toEqual(mount);
  expect(step(mount, { do: 'note', text: 'a' }, { do: 'note', text: 'b' }).note).toBe('a; b');
  expect(step(mount, { do: 'confirm' }, { do: 'confirm' }).phase).toBe('floor');
  const stopped = step(mount, { do: 'abort', reason: '' });
  expect(stopped).toMatchObject({
    phase: 'stopped',
    said: 'Stopped: by hand. The load is off.',
    dutyPct: 100,
  });
  expect(step(stopped, { do: 'abort', reason: 'again' }, { do: 'confirm' })).toEqual(stopped);
});

test('labels of settings: duties, levels with either decimal sign, words; anything else is not guessed', () => {
  expect(settingKind('56 %')).toEqual({ kind: 'duty', dutyPct: 56, apart: [] });
  expect(settingKind(' 33,5 dB(A) ')).toEqual({ kind: 'line', lineDb: 33.5 });
  expect(settingKind('Automatic')).toEqual({ kind: 'automatic' });
  expect(settingKind('stopped')).toEqual({ kind: 'duty', dutyPct: 0, apart: [] });
  expect(settingKind('fixed')).toEqual({ kind: 'duty', dutyPct: 100, apart: [] });
  for (const label of ['130 %', '1200 rpm', '-5', 'low', '', '33 dB'])
    expect(settingKind(label)).toEqual({ kind: 'unreadable' });
});

test('the bench clock only goes forward, whatever its pace and however often it is changed', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.double({ min: 0, max: 50, noNaN: true }), fc.constantFrom(1, 10, 40, 120))),
      (steps) => {
        let wallMs = 1e6;
        const clock = new BenchClock(5, 1, () => wallMs);
        let expectedS = 5;
        let speed = 1;
        for (const [forwardS, next] of steps) {
          wallMs += 1000 * forwardS;
          expectedS += forwardS * speed;
          expect(clock.nowS).toBeCloseTo(expectedS, 4);
          clock.set({ speed: next });
          speed = next;
          expect(clock.nowS).toBeCloseTo(expectedS, 4);
        }
      },
    ),
  );
});

test('what waits to be written is neither lost nor doubled when a write fails, and is spooled once', () => {
  const spool = new Spool(join(mkdtempSync(join(tmpdir(), 'abanico-spool-')), 'deep', 'spool.jsonl'));
  const mount = new MountInHand(
    { id: 7, roundUpId: 1, rule: RULE, state: begun(['80 %']), runsWritten: 0 },
    [],
    0,
  );
  mount.give([
    { id: 1, command: { do: 'note', text: 'x' } },
    { id: 1, command: { do: 'note', text: 'x' } },
  ]);
  const times = () => mount.takeUnwritten(1).samples.map((sample) => sample.atS);
  mount.take(sampleAt(1));
  mount.take(sampleAt(2, { levelDb: NaN }));
  const failed = mount.takeUnwritten(1);
  expect(failed.taken).toEqual([1]);
  mount.take(sampleAt(3));
  mount.putBack(failed);
  mount.spool(1, (unwritten) => spool.append(unwritten));
  mount.take(sampleAt(4));
  const full = () => {
    throw Object.assign(new Error('no space'), { code: 'ENOSPC' });
  };
  expect(() => mount.spool(1, full)).toThrow('no space');
  const failedAgain = mount.takeUnwritten(1);
  mount.putBack(failedAgain);
  mount.spool(1, (unwritten) => spool.append(unwritten));
  mount.spool(1, (unwritten) => spool.append(unwritten));
  expect(spool.read().map((unwritten) => unwritten.samples.map((sample) => sample.atS))).toEqual([
    [1, 2, 3],
    [4],
    [],
  ]);
  expect(spool.read()[0]!.samples[1]!.levelDb).toBeNaN();
  expect(mount.state.note).toBe('x');
  expect(times()).toEqual([1, 2, 3, 4]);
  expect(times()).toEqual([]);
});

test('a spool whose last line was cut off by a kill gives what stands before it, and what comes after', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'abanico-spool-')), 'spool.jsonl');
  const spool = new Spool(file);
  expect(spool.read()).toEqual([]);
  const mount = new MountInHand({ id: 7, roundUpId: 1, rule: RULE, state: begun([]), runsWritten: 0 }, [], 0);
  mount.take(sampleAt(1));
  mount.spool(1, (unwritten) => spool.append(unwritten));
  writeFileSync(file, `${readFileSync(file, 'utf8')}{"sessionId":7,"samples":[{"atS":2,`);
  const times = () => spool.read().flatMap((unwritten) => unwritten.samples.map((sample) => sample.atS));
  expect(times()).toEqual([1]);
  mount.take(sampleAt(3));
  mount.spool(1, (unwritten) => spool.append(unwritten));
  expect(times()).toEqual([1, 3]);
  spool.clear();
  expect(spool.read()).toEqual([]);
});

test('a trace has further sensors and pushed readings beside its own; a pushed one is held for five seconds, no longer', () => {
  const run = {
    point: { ...POINT, setting: '80 %' },
    fromS: 100,
    toS: 110,
    noiseDb: 33,
    floorDb: 21,
    dutyPct: 80,
    rpm: 1000,
    note: '',
    failed: '',
  };
  const samples = [100, 102, 104, 106, 108, 110].map((atS) =>
    sampleAt(atS, { more: atS > 104 ? { pump_rpm: 2600 } : {} }),
  );
  const pushed: { atS: number; readings: Record<string, number> }[] = [
    { atS: 99, readings: { vrm_c: 50 } },
    { atS: 103, readings: { vrm_c: 52, power_w: 1 } },
  ];
  const channels = new Map(
    benchTrace(run, samples, pushed).map((channel) => [
      channel.heading,
      Array.from(channel.values as Float64Array),
    ]),
  );
  expect(channels.get('t_s')).toEqual([0, 2, 4, 6, 8, 10]);
  // The instrument's own power stands; a program does not write over it.
  expect(channels.get('power_w')).toEqual([170, 170, 170, 170, 170, 170]);
  expect(channels.get('vrm_c')!.slice(0, 5)).toEqual([50, 50, 52, 52, 52]);
  expect(isMissing(channels.get('vrm_c')![5]!)).toBe(true);
  expect(channels.get('pump_rpm')!.map(isMissing)).toEqual([true, true, true, false, false, false]);
});

test('an instrument takes lines in pieces, keeps errors in their order, and forgets them at *CLS', async () => {
  let watts = 0;
  const server = serveScpi('Test,one,1,1', {
    'LOAD:POW': (text) => {
      if (!(Number(text) < 500)) throw new RangeError('too much');
      watts = Number(text);
    },
    'LOAD:POW?': () => String(watts),
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
  let heard = '';
  socket
    .setNoDelay(true)
    .setEncoding('latin1')
    .on('data', (text: string) => (heard += text));
  for (const piece of [
    '*ID',
    'N?\nload:p',
    'ow 120\n\nLOAD:POW?\nNO:SUCH\nLOAD:POW 900\nSYST:',
    'ERR?\nSYST:ERR?\nSYST:ERR?\nBAD\n*CLS\nSYST:ERR?\nLOAD:POW?\n',
  ]) {
    socket.write(piece);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  socket.destroy();
  server.close();
  expect(heard.trim().split('\n')).toEqual([
    'Test,one,1,1',
    '120',
    '-113,"Undefined header"',
    '-222,"too much"',
    '0,"No error"',
    '0,"No error"',
    '120',
  ]);
});
