import type { PlannedPoint } from '@/core/plan/mountings';
import {
  beginMount,
  type BenchCommand,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
} from '@/core/bench/benchState';
import { remountAdvice } from '@/core/bench/remountAdvice';
import type { Repeat } from '@/core/flags/standsApart';
import { partGuard } from '@/core/bench/guard';
import { benchStep } from '@/core/bench/mountRun';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { reduceTrace } from '@/core/reduction/reduceTrace';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { resistanceAtLevel, steadyResistance } from '@/simulator/cooler';
import { LiveRig } from '@/simulator/liveRig';
import { seededChance } from '@/core/statistics/chance';

const RULE: BenchRule = { windowS: 300, limitC: 90, warmUpS: 300, readingS: 30, longestSoakS: 4000 };

/** A mount from beginning to end on the simulated rig, with commands at their seconds. */
function measure(
  entry: string,
  settings: string[],
  more: {
    mountFactor?: number;
    seed?: number;
    commands?: Map<number, BenchCommand>;
    limitC?: number;
    loadW?: number | undefined;
    gpuLoadW?: number;
    cardLimitC?: number;
  } = {},
) {
  const { cooler } = BOATHOUSE.find((other) => other.entry === entry)!;
  const limitC = more.limitC ?? 90;
  const rig = new LiveRig(cooler, { ...BOATHOUSE_RIG, limitC }, seededChance(more.seed ?? 3));
  rig.mountFactor = more.mountFactor ?? 1;
  const points: PlannedPoint[] = settings.map((setting) => ({
    loadW: more.loadW ?? 170,
    loadName: '',
    gpuLoadW: more.gpuLoadW ?? 0,
    setting,
    pass: 1,
  }));
  let state: BenchState = beginMount({ entry, name: entry, mount: 1, isControl: false, points, nowS: 0 });
  const runs: BenchRun[] = [];
  const said: string[] = [];
  const samples: BenchSample[] = [];
  let tripped = 0;
  for (let nowS = 2; nowS < 40_000 && state.phase !== 'done' && state.phase !== 'stopped'; nowS += 2) {
    rig.loadW = state.loadW;
    rig.gpuLoadW = state.gpuLoadW;
    rig.dutyPct = state.dutyPct;
    rig.advance(nowS);
    samples.push({
      atS: nowS,
      dieC: rig.readDieC(),
      roomC: rig.readRoomC(),
      powerW: rig.readPowerW(),
      fanRpm: rig.readFanRpm(),
      levelDb: rig.readLevelDb(),
      ...(more.gpuLoadW ? { more: { gpu_c: rig.readGraphicsC() } } : {}),
    });
    const commands: BenchCommand[] = [];
    if (state.phase === 'mount' || state.phase === 'cool-down') commands.push({ do: 'confirm' });
    const extra = more.commands?.get(nowS);
    if (extra) commands.push(extra);
    const needed = samples.filter(
      (sample) => sample.atS >= Math.min(state.soakFromS, state.loadOnS ?? Infinity, state.sinceS),
    );
    const step = benchStep(state, needed, commands, nowS, {
      ...RULE,
      limitC,
      cardLimitC: more.cardLimitC ?? null,
    });
    if (step.state.said !== state.said) said.push(step.state.said);
    if (step.run) runs.push(step.run);
    state = step.state;
    tripped = nowS;
  }
  return { state, runs, said, cooler, samples, tripped };
}

function reduced(run: BenchRun, samples: readonly BenchSample[]) {
  const trace = samples.filter((sample) => sample.atS >= run.fromS && sample.atS <= run.toS);
  const column = (name: Exclude<keyof BenchSample, 'more' | 'withinS'>) =>
    Float64Array.from(trace, (sample) => sample[name]);
  const result = reduceTrace(
    {
      timeS: Float64Array.from(trace, (sample) => sample.atS - run.fromS),
      cpuC: column('dieC'),
      ambientC: column('roomC'),
      powerW: column('powerW'),
    },
    { loadW: 170, program: false, limitC: 90, windowS: 300 },
  );
  if (!result.known) throw new Error(result.reason);
  return result.value;
}

test.each(['tramontana', 'lebeche-120', 'jaloque-360', 'cierzo-240'])(
  'a sweep of %s ends by the rule at each setting, not by a calm moment, and finds the known rises',
  (entry) => {
    const { state, runs, cooler, samples } = measure(entry, ['100 %', '78 %', '56 %']);
    expect(state.phase).toBe('done');
    expect(runs.map((run) => run.point.setting)).toEqual(['100 %', '78 %', '56 %']);
    for (const run of runs) {
      const { settled, riseK } = reduced(run, samples);
      expect(settled).toBe(true);
      const trueK = 170 * steadyResistance(cooler, (cooler.maxRpm * run.dutyPct!) / 100);
      expect(Math.abs(riseK - trueK)).toBeLessThan(0.6);
      expect(run.toS - run.fromS).toBeLessThan(2400);
    }
  },
);

test('the noise trim brings the cooler to the line and measures it there, or tells why not', () => {
  const { runs, said, cooler, samples } = measure('tramontana', ['33 dB(A)']);
  expect(runs.length).toBeGreaterThanOrEqual(1);
  for (const run of runs) {
    const levelDb = coolerLevel(run.noiseDb, run.floorDb).levelDb;
    expect(Math.abs(levelDb - 33)).toBeLessThan(1.2);
    const trueK = 170 * resistanceAtLevel(cooler, levelDb, 0.2 * cooler.maxRpm)!;
    expect(Math.abs(reduced(run, samples).riseK - trueK)).toBeLessThan(0.6);
  }
  expect(said.join(' ')).toMatch(/On the line at \d+ %|lies between/);
  const quiet = measure('solano', ['45 dB(A)', '100 %']);
  expect(quiet.said.join(' ')).toContain('45 dB(A) left out: at full speed it reaches 32');
  expect(quiet.runs.map((run) => run.point.setting)).toEqual(['100 %']);
});

test('the room alone is read with the pump stopped, and one that does not stop is told and noted', () => {
  const { cooler } = BOATHOUSE.find((other) => other.entry === 'jaloque-360')!;
  const floorOf = (obeys: boolean) => {
    const rig = new LiveRig(cooler, BOATHOUSE_RIG, seededChance(3));
    const points = [{ loadW: 170, loadName: '', gpuLoadW: 0, setting: '100 %', pass: 1 }];
    const first = beginMount({ entry: 'a', name: 'a', mount: 1, isControl: false, points, nowS: 0 });
    let state = benchStep(first, [], [{ do: 'confirm' }], 0, RULE).state;
    const samples: BenchSample[] = [];
    for (let nowS = 2; state.phase === 'floor'; nowS += 2) {
      rig.dutyPct = state.dutyPct;
      const pump = state.apart?.find(({ channel }) => channel === 'pump');
      rig.pumpPct = obeys ? (pump?.dutyPct ?? 100) : 100;
      rig.advance(nowS);
      samples.push({
        ...{ atS: nowS, dieC: rig.readDieC(), roomC: 22, powerW: 0, fanRpm: 0, levelDb: rig.readLevelDb() },
        more: { pump_rpm: rig.readPumpRpm() },
      });
      state = benchStep(state, samples, [], nowS, RULE).state;
    }
    return state;
  };
  const [still, running] = [floorOf(true), floorOf(false)];
  expect(still).toMatchObject({ phase: 'warm-up', note: '', apart: [] });
  expect(running.floorDb! - still.floorDb!).toBeGreaterThan(2);
  expect(running.note).toContain('its pump ran during the room reading');
  expect(running.said).toContain('which did not stop');
});

test('a cooler that is not on: the load comes off, and “failed after” is kept as a result', () => {
  const { state, runs } = measure('lebeche-120', ['100 %'], { mountFactor: 60 });
  expect(state).toMatchObject({ phase: 'stopped', loadW: 0 });
  expect(runs).toHaveLength(1);
  expect(runs[0]!.failed).toMatch(/failed after \d+ s/);
  expect(runs[0]!.toS - runs[0]!.fromS).toBeLessThan(60);
});

test('over the rule with a reason, a note, and stopped by hand', () => {
  const overruled = measure('lebeche-120', ['100 %'], {
    commands: new Map([
      [500, { do: 'note', text: 'a lorry outside' }],
      [520, { do: 'overrule', reason: 'late', at: 0 }],
    ]),
  });
  expect(overruled.runs[0]!.note).toContain('a lorry outside; called settled over the rule: late');
  const stopped = measure('lebeche-120', ['100 %'], {
    commands: new Map([[500, { do: 'abort', reason: 'smell' }]]),
  });
  expect(stopped.state).toMatchObject({
    phase: 'stopped',
    loadW: 0,
    said: 'Stopped: smell. The load is off.',
  });
  expect(stopped.runs).toEqual([]);
});

test('a die at its limit leaves slower fans out; a fan that does not turn and a label that says nothing are told', () => {
  const limited = measure('lebeche-120', ['100 %', '40 %', '30 %', '20 %'], { limitC: 62 });
  expect(limited.runs.length).toBeLessThan(4);
  const skipped = limited.state.skipped.map((point) => point.setting);
  expect([...limited.runs.map((run) => run.point.setting), ...skipped]).toEqual([
    '100 %',
    '40 %',
    '30 %',
    '20 %',
  ]);
  expect(limited.state.skipped.at(-1)!.why).toContain('the die is at its limit already');
  const still = measure('tramontana', ['100 %', '8 %', 'quick']);
  expect(still.runs.map((run) => run.point.setting)).toEqual(['100 %']);
  expect(still.state.skipped.map((point) => point.why)).toEqual([
    'the fan does not turn at 8 %',
    '“quick” is no duty, level or “automatic”',
  ]);
});

test('idle lasts ten minutes and is told by a low percentile; automatic fans and stopped fans are settings', () => {
  const { runs } = measure('solano', ['automatic', 'stopped'], { loadW: 0 });
  expect(runs.map((run) => run.dutyPct)).toEqual([null, 0]);
  for (const run of runs) {
    expect(run.toS - run.fromS).toBeGreaterThanOrEqual(600);
    const [, percentile, lowest] = /(-?[\d.]+) K over the room at the 10th percentile.* ([-−]?[\d.]+) K/.exec(
      run.note,
    )!;
    expect(Number(percentile)).toBeGreaterThan(Number(lowest));
  }
  // Fans stopped: what is left is the pump's own share.
  expect(runs[1]!.rpm).toBeLessThan(30);
});

test('a mount that is an outlier is asked for again; three tries that agree let it stand', () => {
  const repeats: Repeat[] = [];
  const put = (entry: string, mount: number, byK: number, into = repeats) =>
    ['100 %', '60 %'].forEach((setting, i) =>
      into.push({
        run: 100 * repeats.length + into.length,
        entry,
        load: '170',
        setting,
        mount,
        value: 35 + 4 * i + byK,
      }),
    );
  for (const entry of ['a', 'b', 'c']) [0, 0.2].forEach((byK, i) => put(entry, i + 1, byK));
  expect(remountAdvice(repeats, [], { entry: 'a', mount: 2 })).toEqual({ advice: 'none' });
  put('d', 1, 0);
  put('d', 2, 2.4);
  const at = { entry: 'd', mount: 2 };
  expect(remountAdvice(repeats, [], at)).toMatchObject({
    advice: 'remount',
    mount: 2,
    byK: expect.closeTo(2.4, 1),
  });
  const rejected: Repeat[] = [];
  put('d', 0, 2.9, rejected);
  put('d', 1, 5.0, rejected);
  expect(remountAdvice(repeats, rejected, at)).toMatchObject({ advice: 'remount' });
  put('d', 2, 2.1, rejected);
  expect(remountAdvice(repeats, rejected, at)).toMatchObject({ advice: 'stands', tries: 3 });
});

test('processor and graphics card are loaded together, and the slower one is waited for', () => {
  const [entry, settings] = ['tramontana', ['100 %']] as const;
  const alone = measure(entry, [...settings], { loadW: 90 });
  const both = measure(entry, [...settings], { loadW: 90, gpuLoadW: 220 });
  const soakS = ({ runs }: typeof both) => runs[0]!.toS - runs[0]!.fromS;
  expect(both.state.finished).toBe(1);
  expect(soakS(both)).toBeGreaterThan(soakS(alone));
  expect(both.runs[0]!.point).toMatchObject({ loadW: 90, gpuLoadW: 220 });
  // When the meter was read the card stood within a fifth of a kelvin of its end.
  const last = both.samples.findLast((sample) => sample.atS <= both.runs[0]!.toS)!;
  expect(Math.abs(last.more!.gpu_c! - last.roomC - (4 + 0.17 * 220))).toBeLessThan(0.3);
});

test('the guard watches the graphics card, too: over its limit the loads go off, and the run is kept as failed', () => {
  const cool = { loadW: 90, gpuLoadW: 220, cardLimitC: 75 };
  expect(measure('tramontana', ['100 %'], cool).state.phase).toBe('done');
  const { state, runs } = measure('tramontana', ['100 %'], { ...cool, cardLimitC: 50 });
  expect(state).toMatchObject({ phase: 'stopped', alarm: true, loadW: 0, gpuLoadW: 0 });
  expect(runs[0]!.failed).toMatch(
    /^failed after \d+ s: the graphics card at 5\d °C, over its limit of 50 °C$/,
  );
});

test.each([
  [
    'a reading that the rig has sampled',
    [{ atS: 20, dieC: 50, more: { vrm_c: 109 } }],
    {},
    'the regulators at 109 °C',
  ],
  ['one that a program has sent', [], { vrm_c: 109 }, 'the regulators at 109 °C'],
  ['the hotter of the two', [{ atS: 20, dieC: 50, more: { vrm_c: 80 } }], { vrm_c: 109 }, 'at 109 °C'],
  ['both parts: the card is told first', [], { vrm_c: 130, gpu_c: 99 }, 'the graphics card at 99 °C'],
  ['within three kelvin of the limit', [], { vrm_c: 108 }, null],
  ['sampled before the load came on', [{ atS: 5, dieC: 50, more: { vrm_c: 130 } }], {}, null],
  ['not a number', [], { vrm_c: Number.NaN }, null],
])('limits of parts: %s', (_, samples, pushed, said) => {
  const limits = { cardLimitC: 85, regulatorLimitC: 105 };
  const danger = partGuard(samples, pushed, limits, 10);
  if (said === null) expect(danger).toBeNull();
  else expect(danger).toContain(said);
  expect(partGuard(samples, pushed, {}, 10)).toBeNull();
});

test('a setting is skipped with its reason at any step, and the others are measured', () => {
  const skip = (at: number, reason: string): BenchCommand => ({ do: 'skip', reason, at });
  // In the warm-up, in the first soak, and late: for a setting that is over.
  const early = measure('tramontana', ['100 %', '78 %', '56 %'], {
    commands: new Map([
      [100, skip(0, 'too loud for the hour')],
      [600, skip(1, 'the fan rattles')],
      [602, skip(1, 'pressed twice')],
    ]),
  });
  expect(early.state.phase).toBe('done');
  expect(early.runs.map((run) => run.point.setting)).toEqual(['56 %']);
  expect(early.state.skipped.map(({ setting, why }) => [setting, why])).toEqual([
    ['100 %', 'skipped: too loud for the hour'],
    ['78 %', 'skipped: the fan rattles'],
  ]);
  const none = measure('tramontana', ['100 %'], { commands: new Map([[20, skip(0, 'no time')]]) });
  expect(none.state).toMatchObject({ phase: 'stopped', loadW: 0, finished: 0 });
});

test('a pause takes the load off and keeps the step; gone on with, it soaks anew and the run says so', () => {
  const { state, runs, samples, cooler } = measure('tramontana', ['100 %'], {
    commands: new Map<number, BenchCommand>([
      [700, { do: 'pause', reason: 'the courier rings' }],
      [1300, { do: 'confirm' }],
    ]),
  });
  expect(state.phase).toBe('done');
  const between = samples.filter(({ atS }) => atS > 800 && atS < 1290);
  expect(Math.max(...between.map(({ powerW }) => powerW))).toBeLessThan(40);
  const [run] = runs;
  expect(run!.fromS).toBeGreaterThanOrEqual(1300);
  expect(run!.note).toContain('paused for 10 min: the courier rings');
  const trueK = 170 * steadyResistance(cooler, cooler.maxRpm);
  expect(Math.abs(reduced(run!, samples).riseK - trueK)).toBeLessThan(0.6);
  // What waits for hands is not paused; the room is read again from the floor on.
  const waits = { ...state, phase: 'cool-down' as const };
  expect(benchStep(waits, [], [{ do: 'pause', reason: 'x' }], 1e5, RULE).state.phase).toBe('cool-down');
  const floor = measure('tramontana', ['100 %'], {
    commands: new Map<number, BenchCommand>([
      [10, { do: 'pause', reason: 'a lorry' }],
      [200, { do: 'confirm' }],
    ]),
  });
  expect(floor.runs).toHaveLength(1);
  expect(floor.said.join(' ')).toContain('the room alone is read again');
});

test('a note goes to the run that was on the bench when it was written, also while it cools', () => {
  const points = ['100 %', '56 %'].map((setting) => ({
    ...{ loadW: 170, loadName: '', gpuLoadW: 0, setting, pass: 1 },
  }));
  const mount = beginMount({ entry: 'a', name: 'a', mount: 1, isControl: false, points, nowS: 0 });
  const note = (at: number): BenchCommand => ({ do: 'note', text: 'a lorry', at });
  const soak = {
    ...mount,
    phase: 'soak' as const,
    at: 1,
    finished: 1,
    gauge: null,
    soakFromS: 90,
    sinceS: 90,
  };
  const sample = { atS: 100, dieC: 50, roomC: 22, powerW: 170, fanRpm: 900, levelDb: 33 };
  const inTime = benchStep(soak, [sample], [note(1)], 100, RULE);
  expect([inTime.state.note, inTime.late]).toEqual(['a lorry', undefined]);
  const late = benchStep(soak, [sample], [note(0)], 100, RULE);
  expect([late.state.note, late.late]).toEqual(['', ['a lorry']]);
  const cooling = benchStep({ ...soak, phase: 'cool-down', at: 2 }, [sample], [note(2)], 100, RULE);
  expect([cooling.state.note, cooling.late]).toEqual(['', ['a lorry']]);
});
