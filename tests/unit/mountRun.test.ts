import {
  beginMount,
  type BenchCommand,
  type BenchPoint,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
} from '@/core/bench/benchState';
import { benchStep } from '@/core/bench/mountRun';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { reduceTrace } from '@/core/reduction/reduceTrace';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { resistanceAtLevel, steadyResistance } from '@/simulator/cooler';
import { LiveRig } from '@/simulator/liveRig';
import { seededChance } from '@/simulator/random';

const RULE: BenchRule = { windowS: 300, limitC: 90, warmUpS: 300, readingS: 30, longestSoakS: 4000 };

/** A mount from beginning to end on the simulated rig, with commands at their seconds. */
function measure(
  entry: string,
  settings: string[],
  more: { mountFactor?: number; seed?: number; commands?: Map<number, BenchCommand> } = {},
) {
  const { cooler } = BOATHOUSE.find((of) => of.entry === entry)!;
  const rig = new LiveRig(cooler, BOATHOUSE_RIG, seededChance(more.seed ?? 3));
  rig.mountFactor = more.mountFactor ?? 1;
  const points: BenchPoint[] = settings.map((setting) => ({
    load: '170 W',
    loadW: 170,
    loadName: '',
    gpuLoadW: 0,
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
    rig.dutyPct = state.dutyPct;
    rig.advance(nowS);
    samples.push({
      atS: nowS,
      dieC: rig.readDieC(),
      roomC: rig.readRoomC(),
      powerW: rig.readPowerW(),
      fanRpm: rig.readFanRpm(),
      levelDb: rig.readLevelDb(),
    });
    const commands: BenchCommand[] = [];
    if (state.phase === 'mount' || state.phase === 'cool-down') commands.push({ do: 'confirm' });
    const extra = more.commands?.get(nowS);
    if (extra) commands.push(extra);
    // The fit is asked every ten seconds, as at the bench.
    if (state.phase === 'soak' && nowS % 10 !== 0 && commands.length === 0) continue;
    const needed = samples.filter(
      (of) => of.atS >= Math.min(state.soakFromS, state.loadOnS ?? Infinity, state.sinceS),
    );
    const step = benchStep(state, needed, commands, nowS, RULE);
    if (step.state.said !== state.said) said.push(step.state.said);
    if (step.run) runs.push(step.run);
    state = step.state;
    tripped = nowS;
  }
  return { state, runs, said, cooler, samples, tripped };
}

function reduced(run: BenchRun, samples: readonly BenchSample[]) {
  const trace = samples.filter((of) => of.atS >= run.fromS && of.atS <= run.toS);
  const column = (name: Exclude<keyof BenchSample, 'more'>) => Float64Array.from(trace, (of) => of[name]);
  const result = reduceTrace(
    {
      timeS: Float64Array.from(trace, (of) => of.atS - run.fromS),
      cpuC: column('dieC'),
      ambientC: column('roomC'),
      powerW: column('powerW'),
    },
    { loadW: 170, program: false, limitC: 90, windowS: 300 },
  );
  if (!result.known) throw new Error(result.reason);
  return result.value;
}

test('a sweep on the simulated rig ends by the rule at each setting and finds the known rises', () => {
  const { state, runs, cooler, samples } = measure('tramontana', ['100 %', '78 %', '56 %']);
  expect(state.phase).toBe('done');
  expect(runs.map((of) => of.point.setting)).toEqual(['100 %', '78 %', '56 %']);
  for (const run of runs) {
    const { settled, riseK } = reduced(run, samples);
    expect(settled).toBe(true);
    const trueK = 170 * steadyResistance(cooler, (cooler.maxRpm * run.dutyPct!) / 100);
    expect(Math.abs(riseK - trueK)).toBeLessThan(0.6);
    expect(run.toS - run.fromS).toBeLessThan(1500);
  }
});

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
  expect(quiet.said.join(' ')).toContain('45 dB(A) left out: at full speed it stands at 32');
  expect(quiet.runs.map((of) => of.point.setting)).toEqual(['100 %']);
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
      [520, { do: 'overrule', reason: 'late' }],
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
