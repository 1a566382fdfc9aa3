import fc from 'fast-check';
import { asking, defaultBrief, isWithoutHeat, placesRead, USUAL_PLACES } from '@/core/brief/brief';
import {
  beginMount,
  type BenchCommand,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
} from '@/core/bench/benchState';
import { benchStep } from '@/core/bench/mountRun';
import { defaultPlanSettings, planProblems, type PlanEntry } from '@/core/plan/planSettings';
import { runSheet } from '@/core/plan/runSheet';
import { designedMountings } from '@/core/plan/mountings';
import { fixedLoad } from '@/core/runs/load';
import { keptReadings, PROBE_CHANNEL, probeReading, type ProbePlace } from '@/core/bench/probe';
import { spotMean } from '@/core/responses/spotReading';
import { methodCard } from '@/core/brief/methodCard';
import { briefSheet } from '@/contracts/sheets/briefSheet';
import { faceSpeed, fanLevelDb, fanPressurePa, flowThrough, RESISTANCES, speedAt } from '@/simulator/airFan';
import { AIR_FANS } from '@/simulator/airFans';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { LiveRig } from '@/simulator/liveRig';
import { seededChance } from '@/core/statistics/chance';

const RULE: BenchRule = {
  ...{ windowS: 300, limitC: 90, warmUpS: 0, readingS: 30, longestSoakS: 4000, airOnly: true },
};
const PLACES: ProbePlace[] = [
  { quantity: 'airspeed', place: '15 cm' },
  { quantity: 'airspeed', place: 'through the heatsink' },
  { quantity: 'pressure', place: 'closed chamber' },
];

/** A fan from the first setting to the last on the simulated rig; `spoil` changes what a probe gives. */
function readFan(
  entry: string,
  settings: string[],
  spoil: (sample: BenchSample, state: BenchState) => BenchSample = (sample) => sample,
) {
  const { fan } = AIR_FANS.find((other) => other.entry === entry)!;
  const rig = new LiveRig(BOATHOUSE[0]!.cooler, BOATHOUSE_RIG, seededChance(11));
  rig.mount(BOATHOUSE[0]!.cooler, 1, fan);
  const points = settings.map((setting) => ({
    ...{ loadW: 0, loadName: '', gpuLoadW: 0 },
    setting,
    pass: 1,
  }));
  let state = beginMount({
    ...{ entry, name: entry, mount: 1, isControl: false, points, places: PLACES },
    nowS: 0,
  });
  const runs: BenchRun[] = [];
  const said: string[] = [];
  const phases: string[] = [];
  let samples: BenchSample[] = [];
  let asked = 0;
  for (let nowS = 1; nowS < 4000 && state.phase !== 'done' && state.phase !== 'stopped'; nowS += 1) {
    rig.dutyPct = state.dutyPct;
    const isHeld = state.phase === 'probe' || state.phase === 'probe-reading';
    rig.probeAt = isHeld ? state.probe!.places[state.probe!.at]!.place : '';
    rig.advance(nowS);
    const sample = {
      ...{ atS: nowS, dieC: rig.readDieC(), roomC: rig.readRoomC(), powerW: 0 },
      ...{ fanRpm: rig.readFanRpm(), levelDb: rig.readLevelDb() },
      more: { [PROBE_CHANNEL.airspeed]: rig.readAirspeed(), [PROBE_CHANNEL.pressure]: rig.readPressurePa() },
    };
    samples = [
      ...samples.filter((other) => other.atS >= Math.min(state.soakFromS, state.sinceS)),
      spoil(sample, state),
    ];
    const commands: BenchCommand[] = [];
    // Hands take twenty seconds to the next place.
    if (state.phase === 'mount' || (state.phase === 'probe' && nowS - state.sinceS > 20)) {
      commands.push({ do: 'confirm' });
      asked += 1;
    }
    const step = benchStep(state, samples, commands, nowS, RULE);
    if (step.state.said !== state.said) said.push(step.state.said);
    if (step.state.phase !== state.phase) phases.push(step.state.phase);
    if (step.run) runs.push(step.run);
    state = step.state;
  }
  return { state, runs, said, phases, asked, fan };
}

test('an evening of a fan: each setting is heard, then read place by place, and agrees with the simulated fan', () => {
  const { state, runs, asked, fan, phases } = readFan('racha', ['100 %', '55 %']);
  expect(state).toMatchObject({ phase: 'done', finished: 2, dutyPct: 0, loadW: 0 });
  // Up once, and held at three places for each of two settings.
  expect(asked).toBe(1 + 2 * PLACES.length);
  expect(phases.filter((phase) => phase === 'soak')).toHaveLength(2);
  for (const run of runs) {
    const speed = (place: string) => spotMean(run.readings!, 'airspeed', place, run.rpm)!;
    expect(speed('15 cm') / speedAt(fan, run.rpm, 15)).toBeCloseTo(1, 1);
    const through = faceSpeed(fan, flowThrough(fan, run.rpm, RESISTANCES.heatsink));
    expect(Math.abs(speed('through the heatsink') / through - 1)).toBeLessThan(0.03);
    expect(Math.abs(run.noiseDb - run.floorDb)).toBeGreaterThan(1);
    expect(run.noiseDb).toBeGreaterThan(fanLevelDb(fan, run.rpm) - 0.5);
    // Against the chamber it turns slower: read there, and restated to the speed of the run.
    const pressures = run.readings!.filter((reading) => reading.quantity === 'pressure');
    expect(pressures).toHaveLength(3);
    for (const { rpm } of pressures) expect(rpm! / run.rpm).toBeCloseTo(1 - fan.chamberLoss, 2);
    const pressure = spotMean(run.readings!, 'pressure', 'closed chamber', run.rpm)!;
    expect(Math.abs(pressure / fanPressurePa(fan, run.rpm, 0) - 1)).toBeLessThan(0.03);
  }
});

test('a reading that does not stand is taken after a minute, and says so; a silent probe is waited for', () => {
  let swing = 1;
  const { runs, said } = readFan('racha', ['70 %'], (sample, state) => {
    const { place } = state.probe!.places[state.probe!.at] ?? PLACES[0]!;
    swing = -swing;
    const airspeed = sample.more![PROBE_CHANNEL.airspeed]! * (place === '15 cm' ? 1 + 0.5 * swing : 1);
    return { ...sample, more: { ...sample.more, [PROBE_CHANNEL.airspeed]: airspeed } };
  });
  expect(runs[0]!.note).toMatch(/^15 cm was not steady for a minute: 1\.\d\d m\/s ± 0\.\d\d$/);
  expect(said.some((words) => /^Reading 15 cm: 1\.\d\d m\/s ± /.test(words))).toBe(true);
  const silent = readFan('racha', ['70 %'], (sample) => ({ ...sample, more: {} }));
  expect(silent.runs).toEqual([]);
  expect(silent.state).toMatchObject({
    phase: 'probe-reading',
    said: 'The anemometer gives nothing: is it on?',
  });
});

test('a mean stands by its own interval, and never from a few readings', () => {
  const near = fc.array(fc.double({ min: 0.99, max: 1.01, noNaN: true }), { minLength: 8, maxLength: 40 });
  fc.assert(
    fc.property(near, (values) => {
      expect(probeReading(values, 'airspeed')!.stands).toBe(true);
      expect(probeReading(values.slice(0, 7), 'airspeed')!.stands).toBe(false);
      const kept = keptReadings(PLACES[0]!, values, null);
      expect(kept.length).toBeLessThanOrEqual(3);
      expect(kept.reduce((sum, reading) => sum + reading.value, 0) / kept.length).toBeCloseTo(1, 1);
    }),
  );
  expect(probeReading([1, 3, 1, 3, 1, 3, 1, 3], 'airspeed')!.stands).toBe(false);
  expect(probeReading([], 'pressure')).toBeNull();
  // Within the step of a manometer nothing more can be asked.
  expect(probeReading([0.1, 0.2, 0.1, 0.2, 0.1, 0.2, 0.1, 0.2], 'pressure')!.stands).toBe(true);
});

test('fans by their air are asked about without heat, and any other question has a load again', () => {
  const air = asking(defaultBrief(), 'fans-by-air');
  expect(air.loads).toEqual([{ watts: 0, program: '', gpuWatts: 0 }]);
  expect(asking(air, 'coolers').loads).toEqual(defaultBrief().loads);
  const warm = { ...defaultBrief(), loads: [{ watts: 90, program: '', gpuWatts: 0 }] };
  expect(asking(warm, 'air-against-liquid').loads).toEqual(warm.loads);
  // A brief of before names no places: it has the usual ones.
  const { places: _, ...older } = defaultBrief();
  expect(briefSheet.validateSync(older).places).toEqual(USUAL_PLACES);
  const twice = { ...defaultBrief(), places: [USUAL_PLACES[0], USUAL_PLACES[0]] };
  expect(() => briefSheet.validateSync(twice)).toThrow('one place is listed twice');
});

test('the method card of fans by their air says where they were read, and nothing of heat', () => {
  const rig = { name: 'Bench', revision: 1, enclosure: 'open', meterDistanceCm: 60, limitC: 90 };
  const card = methodCard(asking(defaultBrief(), 'fans-by-air'), rig, null);
  const text = card.map(({ question, answer }) => `${question} ${answer}`).join('\n');
  expect(text).toContain('Airspeed 15 cm, through the heatsink; pressure against closed chamber.');
  expect(text).toContain('from the middle of the fan');
  expect(text).not.toMatch(/heat\?|settled|K\/min|paste|Restated temperatures/);
  expect(methodCard(defaultBrief(), rig, null).map((part) => part.question)).toContain('How much heat?');
});

const INLET: ProbePlace[] = [
  { quantity: 'airspeed', place: 'front filter' },
  { quantity: 'airspeed', place: 'rear outlet' },
];

/** A case with 120 W in it, read at two places of each setting; `order` may give a command at a step. */
function readCase(
  order: (state: BenchState, nowS: number) => BenchCommand | null,
  dieC?: (state: BenchState) => number | null,
) {
  const rig = new LiveRig(BOATHOUSE[0]!.cooler, BOATHOUSE_RIG, seededChance(5));
  rig.mount(BOATHOUSE[0]!.cooler, 1);
  const rule = { ...RULE, airOnly: false, warmUpS: 120 };
  const points = ['100 %', '60 %'].map((setting) => ({ ...fixedLoad(120), setting, pass: 1 }));
  let state = beginMount({
    ...{
      entry: 'baul',
      name: 'Baúl',
      mount: 1,
      isControl: false,
      points,
      places: INLET,
      underHeat: true,
      nowS: 0,
    },
  });
  const runs: BenchRun[] = [];
  const heldAtW: number[] = [];
  const samples: BenchSample[] = [];
  for (let nowS = 2; nowS < 20_000 && state.phase !== 'done' && state.phase !== 'stopped'; nowS += 2) {
    rig.dutyPct = state.dutyPct;
    rig.loadW = state.loadW;
    rig.probeAt = state.phase === 'probe-reading' ? state.probe!.places[state.probe!.at]!.place : '';
    rig.advance(nowS);
    samples.push({
      ...{
        atS: nowS,
        dieC: dieC?.(state) ?? rig.readDieC(),
        roomC: rig.readRoomC(),
        powerW: rig.readPowerW(),
      },
      ...{ fanRpm: rig.readFanRpm(), levelDb: rig.readLevelDb() },
      more: { [PROBE_CHANNEL.airspeed]: rig.readAirspeed() },
    });
    if (state.phase === 'probe-reading') heldAtW.push(state.loadW);
    const waits = state.phase === 'mount' || state.phase === 'cool-down' || state.phase === 'probe';
    const given = order(state, nowS) ?? (waits ? ({ do: 'confirm' } as const) : null);
    const needed = samples.filter(
      ({ atS }) => atS >= Math.min(state.soakFromS, state.loadOnS ?? Infinity, state.sinceS),
    );
    const step = benchStep(state, needed, given ? [given] : [], nowS, rule);
    if (step.run) runs.push(step.run);
    state = step.state;
  }
  return { state, runs, heldAtW };
}

test('a case under heat is read at its places with the load on, soaks between and cools at the end', () => {
  const { state, runs, heldAtW } = readCase(() => null);
  expect(state).toMatchObject({ phase: 'done', finished: 2, loadW: 0 });
  expect(new Set(heldAtW)).toEqual(new Set([120]));
  for (const run of runs) {
    expect(run.toS - run.fromS).toBeGreaterThan(300);
    expect(new Set(run.readings!.map(({ place }) => place))).toEqual(
      new Set(['front filter', 'rear outlet']),
    );
  }
});

test('stopped at a place under heat, by hand or by the guard: the settled run stays, with what was read', () => {
  const second = ({ phase, probe }: BenchState) => phase === 'probe' && probe!.at === 1;
  const byHand = readCase((state) => (second(state) ? { do: 'abort', reason: 'the door' } : null));
  const guard = readCase(
    () => null,
    (state) => (second(state) ? 99 : null),
  );
  for (const { state, runs } of [byHand, guard]) {
    expect(state).toMatchObject({ phase: 'stopped', loadW: 0 });
    expect(runs).toHaveLength(1);
    expect(runs[0]).toMatchObject({
      failed: '',
      note: expect.stringContaining('1 of 2 places read') as string,
    });
    expect(new Set(runs[0]!.readings!.map(({ place }) => place))).toEqual(new Set(['front filter']));
  }
  expect(guard.runs[0]!.note).toContain('over the limit');
});

test('a case is read at the places that somebody named; with no load nothing is heated, and a plan holds no soak', () => {
  const inCase = asking(defaultBrief(), 'case-places');
  expect(placesRead(inCase)).toEqual([]);
  const named = { ...inCase, places: INLET };
  expect([placesRead(named), isWithoutHeat(named)]).toEqual([INLET, false]);
  const cold = { ...named, loads: [{ watts: 0, program: '', gpuWatts: 0 }] };
  expect(isWithoutHeat(cold)).toBe(true);
  // At idle with no place a cooler's die is watched, as ever.
  expect(isWithoutHeat({ ...cold, question: 'coolers' })).toBe(false);
  const card = methodCard(
    cold,
    { name: 'Bench', revision: 1, enclosure: 'Baúl', meterDistanceCm: 60, limitC: 90 },
    null,
  );
  const text = card.map(({ question, answer }) => `${question} ${answer}`).join('\n');
  expect(text).toContain('Airspeed front filter, rear outlet');
  expect(text).not.toMatch(/heat\?|settled|K\/min|paste|Restated/);

  const settings = { ...defaultPlanSettings('2026-03-02'), settings: ['100 %', '60 %'], mounts: 1 };
  const entry: PlanEntry = { entry: 'baul', kind: 'case-layout', isControl: true, learntSoakMin: 40 };
  const sheetOf = (more: Partial<PlanEntry>) => {
    const entries = [{ ...entry, ...more }];
    expect(planProblems(settings, entries)).toEqual([]);
    const { parts } = runSheet(settings, entries, designedMountings(settings, entries, [fixedLoad(0)]));
    return parts.flatMap(({ steps }) => steps.map(({ kind, fromMin, toMin }) => [kind, toMin - fromMin]));
  };
  const coldSteps = sheetOf({ places: 2, isCold: true });
  expect(coldSteps.filter(([kind]) => kind === 'reading')).toEqual([
    ['reading', settings.readingMin + 2],
    ['reading', settings.readingMin + 2],
  ]);
  expect(coldSteps.some(([kind]) => kind === 'warm-up' || kind === 'cool-down')).toBe(false);
  expect(coldSteps.filter(([kind, min]) => kind === 'soak' && Number(min) > 1)).toEqual([]);
  // Under heat the places come on top of the soak.
  expect(sheetOf({ places: 2 })).toEqual(
    expect.arrayContaining([
      ['soak', 40],
      ['reading', settings.readingMin + 2],
    ]),
  );
});
