import fc from 'fast-check';
import { asking, defaultBrief, USUAL_PLACES } from '@/core/brief/brief';
import {
  beginMount,
  type BenchCommand,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
} from '@/core/bench/benchState';
import { benchStep } from '@/core/bench/mountRun';
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
  expect(runs[0]!.note).toMatch(/^15 cm did not stand in a minute: 1\.\d\d m\/s ± 0\.\d\d$/);
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
  expect(() => briefSheet.validateSync(twice)).toThrow('one place stands twice');
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
