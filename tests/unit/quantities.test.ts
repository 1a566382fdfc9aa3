import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import type { Against } from '@/core/curves/curveRule';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { PlacedValue } from '@/core/curves/placedValue';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { meterMean } from '@/core/levels/meterMean';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { burstRise } from '@/core/responses/burstRise';
import { limitTime } from '@/core/responses/limitTime';
import { curveRule, responseOf, RESPONSES } from '@/core/responses/responses';
import { sensorValue } from '@/core/responses/sensorValue';
import { spotMean, usualPlace, type SpotReading } from '@/core/responses/spotReading';
import { readBundle } from '@/formats/bundle/readBundle';
import { rankBundle } from '@/lab/model/rankBundle';
import { quantitySample } from '../support/samples';

const SAMPLES = 'tests/samples/quantities';

const bundleOf = (name: string, change: (files: Map<string, string>) => void = () => undefined) => {
  const texts = new Map(
    [...quantitySample(name)].map(([path, bytes]) => [path, new TextDecoder().decode(bytes)]),
  );
  change(texts);
  return readBundle(new Map([...texts].map(([path, text]) => [path, new TextEncoder().encode(text)])));
};

interface Question {
  response: string;
  place: string | null;
  against: Against;
  at: number;
  answers: Record<string, [string, number | null]>;
}

for (const name of ['air', 'sensors', 'typed']) {
  const questions = JSON.parse(readFileSync(`${SAMPLES}/${name}.truth.json`, 'utf8')) as Question[];
  test.each(questions)(`${name}: $response at $place against $against, as the model knows it`, (question) => {
    const bundle = bundleOf(name);
    const { ranking, problems } = rankBundle(bundle, { ...question, place: question.place ?? undefined });
    expect([...bundle.problems, ...problems]).toEqual([]);
    const placed = new Map(ranking.placed.map((entry) => [entry.entry, entry]));
    const statuses = Object.fromEntries(
      [...ranking.placed, ...ranking.notPlaced].map(({ entry, status }) => [entry, status]),
    );
    expect(statuses).toEqual(
      Object.fromEntries(Object.entries(question.answers).map(([entry, [status]]) => [entry, status])),
    );
    for (const [entry, [, value]] of Object.entries(question.answers))
      if (value !== null)
        expect(Math.abs(placed.get(entry)!.value / value - 1)).toBeLessThan(name === 'air' ? 0.02 : 0.01);
    const values = ranking.placed.map((entry) => entry.value);
    const better = responseOf(question.response)!.better;
    expect(values).toEqual([...values].sort((a, b) => (better === 'lower' ? a - b : b - a)));
  });
}

test('the regulator that had not settled supports no curve, while the die of the same run does', () => {
  const bundle = bundleOf('sensors');
  const settled = (response: string) => {
    const { ranking } = rankBundle(bundle, { response });
    return ranking.placed.length;
  };
  expect(settled('rise')).toBe(5);
  const warm = bundle.runs.flatMap(({ run, trace }) => {
    const channel = (heading: string) =>
      trace!.channels.find((channel) => channel.heading === heading)!.values as Float64Array;
    const value = sensorValue(
      {
        timeS: channel('t_s'),
        sensorC: channel('vrm_c'),
        ambientC: channel('ambient_c'),
        powerW: channel('power_w'),
      },
      { loadW: run.loadW, windowS: 240, typedAmbientC: null, dieWindow: null, dieTooShort: '' },
    );
    return value.known && !value.value.settled ? [value.value.unsettledReason] : [];
  });
  expect(warm).toHaveLength(1);
  expect(warm[0]).toMatch(/still (rising|falling)|still to come/);
});

test('what nobody measured is told with what there is; a level has no place against itself; a speed has to be named', () => {
  const air = bundleOf('air');
  expect(() => rankBundle(air, { response: 'gpu-rise' })).toThrow(
    /no run has the response "gpu-rise".*airspeed, pressure, level/,
  );
  expect(() => rankBundle(air, {})).toThrow('no run has the response "rise"');
  expect(() => rankBundle(air, { response: 'airspeed', place: 'the moon' })).toThrow(
    'there are: 15 cm, 30 cm, through the heatsink',
  );
  expect(() => rankBundle(air, { response: 'level' })).toThrow('against rpm or duty');
  expect(() => rankBundle(air, { response: 'level', against: 'rpm' })).toThrow('--at');
  expect(
    rankBundle(air, { response: 'level', against: 'rpm', at: 1200 }).ranking.placed.length,
  ).toBeGreaterThan(3);
  expect(rankBundle(air, { response: 'airspeed' }).place).toBe('15 cm');
});

test('a log without a die is a run by its other sensors, with a window of its own', () => {
  const bundle = bundleOf('sensors', (files) => {
    for (const [path, text] of files)
      if (path.startsWith('traces/')) files.set(path, text.replace('cpu_c', 'cpu_hidden'));
  });
  expect(bundle.problems).toEqual([]);
  const { ranking } = rankBundle(bundle, { response: 'gpu-rise' });
  const own = rankBundle(bundleOf('sensors'), { response: 'gpu-rise' }).ranking;
  for (const { entry, value } of ranking.placed)
    expect(value).toBeCloseTo(own.placed.find((other) => other.entry === entry)!.value, 1);
  expect(() => rankBundle(bundle, {})).toThrow('gpu-rise, vrm-rise, clock');
});

test('spot readings that cannot be used are named with line and column, and the others stand', () => {
  const bundle = bundleOf('air', (files) =>
    files.set(
      'readings.csv',
      `run,quantity,place,value,unit,rpm\nr001,airspeed,a,2,furlongs,\nr001,smell,a,2,m/s,\nr001,airspeed,a,900,m/s,\nnobody,airspeed,a,2,m/s,\nr001,airspeed,,2,m/s,\nr001,airspeed,a,x,m/s,\nr001,airspeed,a,394,ft/min,\n`,
    ),
  );
  const ours = bundle.problems.filter((problem) => problem.file === 'readings.csv');
  expect(ours.map(({ line, column }) => [line, column])).toEqual([
    [2, 'unit'],
    [3, 'quantity'],
    [4, 'value'],
    [5, 'run'],
    [6, 'place'],
    [7, 'value'],
  ]);
  expect(bundle.runs.find(({ run }) => run.run === 'r001')!.readings).toEqual([
    { quantity: 'airspeed', place: 'a', value: expect.closeTo(2.0015, 3) as number, rpm: null },
  ]);
});

test('a score goes by the side and the unit that its runs state', () => {
  const bundle = bundleOf('typed', (files) => {
    const [head, ...rows] = files.get('runs.csv')!.trimEnd().split(/\r?\n/);
    const scored = rows.map((row, i) => `${row},${100 + i},s,lower`);
    files.set('runs.csv', [`${head},score,score_unit,score_better`, ...scored].join('\n'));
  });
  const { response, ranking } = rankBundle(bundle, { response: 'score' });
  expect(response).toMatchObject({ unit: 's', better: 'lower' });
  expect(ranking.placed[0]!.value).toBeLessThan(ranking.placed[1]!.value);
});

function pointOf(entry: string, rpm: number, value: number, noiseDb = 20 + rpm / 100): MeasuredPoint {
  return {
    run: `${entry}-${rpm}`,
    entry,
    mount: 1,
    pass: 1,
    setting: `${rpm}`,
    level: coolerLevel(noiseDb, 20),
    rpm,
    dutyPct: null,
    settled: true,
    value,
    resistanceKPerW: null,
    shortfall: 0,
    roomDoubtK: 0,
  };
}

test('against speed: too fast, topping out, one setting near it restated by the fan laws, and the room is no bar', () => {
  const rule = curveRule(responseOf('pressure')!, 'rpm');
  const at = (points: MeasuredPoint[], line: number) =>
    valueAtLine(entryCurves([{ entry: 'a' }], points, undefined, rule)[0]!, line);
  const two = [pointOf('a', 1000, 10), pointOf('a', 2000, 40)];
  expect(at(two, 900)).toMatchObject({
    placed: false,
    status: 'too-fast',
    reason: 'its slowest setting is 1000 rpm',
  });
  expect(at(two, 2500)).toMatchObject({ placed: true, toppedOut: true, value: 40 });
  const value = at([pointOf('a', 1000, 10)], 1080) as PlacedValue;
  expect(value.value).toBeCloseTo(10 * 1.08 ** 2, 9);
  expect(value).toMatchObject({ restated: true, toppedOut: false, at: 1080 });
  expect(at([pointOf('a', 1000, 10)], 1200)).toMatchObject({ placed: true, toppedOut: true });
  const rise = entryCurves(
    [{ entry: 'a' }],
    [pointOf('a', 1000, 30)],
    undefined,
    curveRule(RESPONSES[0]!, 'rpm'),
  )[0]!;
  // A rise goes with 0.4 of the speed where nothing else is known, and owns to half of what that is worth.
  expect(valueAtLine(rise, 1080)).toMatchObject({
    value: expect.closeTo(30 * 1.08 ** -0.4, 9),
    restated: true,
  });
  // A run masked by room noise has no level for noise; against speed it counts.
  const lost = [pointOf('a', 1000, 10, 20), pointOf('a', 2000, 40)];
  expect(at(lost, 1000)).toMatchObject({ placed: true, value: 10 });
});

test('of more air the louder setting that moves no more is drawn and not judged by, and the order is the other way round', () => {
  const rule = curveRule(responseOf('airspeed')!, 'noise');
  const entries = ['a', 'b'].map((entry) => ({ entry, isControl: false }));
  const points = [
    pointOf('a', 1000, 1),
    pointOf('a', 1500, 2),
    pointOf('a', 1800, 1.7),
    pointOf('b', 1000, 1.5),
    pointOf('b', 1800, 1.6),
  ];
  const curves = entryCurves(entries, points, undefined, rule);
  expect(curves[0]!.points.map((point) => point.judged)).toEqual([true, true, false]);
  const room = { loadW: 0, program: false, referenceAmbientC: 23, limitC: 90, throttles: false };
  expect(rankAtLine(curves, { ...room, lineDb: 37 }).placed.map((entry) => entry.entry)).toEqual(['a', 'b']);
  // What was never repeated carries 3 % of an airspeed.
  expect(curves[0]!.points[1]!.spread.mounts).toBeCloseTo((0.03 * 2) ** 2, 9);
});

test('a level at a speed is the level there, though every slower setting is quieter', () => {
  const rule = curveRule(responseOf('level')!, 'rpm');
  const points = [pointOf('a', 1000, 30), pointOf('a', 1500, 36), pointOf('a', 2000, 41)];
  const [curve] = entryCurves([{ entry: 'a' }], points, undefined, rule);
  expect(valueAtLine(curve!, 1500)).toMatchObject({ placed: true, value: 36 });
  const between = valueAtLine(curve!, 1750) as PlacedValue;
  expect(between.value).toBeGreaterThan(36);
  expect(between.value).toBeLessThan(41);
});

test('readings at a place: repeats are averaged, a pressure is converted by the square law, and levels add by energy', () => {
  const reading = (
    quantity: SpotReading['quantity'],
    place: string,
    value: number,
    rpm: number | null = null,
  ) => ({ quantity, place, value, rpm });
  const readings = [
    reading('airspeed', 'a', 1),
    reading('airspeed', 'a', 3),
    reading('airspeed', 'b', 9),
    reading('pressure', 'box', 10, 1000),
  ];
  expect(spotMean(readings, 'airspeed', 'a', null)).toBe(2);
  expect(spotMean(readings, 'airspeed', 'c', null)).toBeNull();
  expect(spotMean(readings, 'pressure', 'box', 1100)).toBeCloseTo(12.1, 9);
  expect(usualPlace([readings, [reading('airspeed', 'b', 1)]], 'airspeed')).toBe('b');
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 20, max: 60, noNaN: true }), { maxLength: 6 }),
      fc.double({ min: 20, max: 60, noNaN: true }),
      (others, own) => {
        const level = meterMean(own, others);
        expect(level).toBeGreaterThanOrEqual(Math.min(own, ...others) - 1e-9);
        expect(level).toBeLessThanOrEqual(Math.max(own, ...others) + 1e-9);
        expect(level).toBeGreaterThanOrEqual(
          [own, ...others].reduce((sum, value) => sum + value, 0) / (others.length + 1) - 1e-9,
        );
      },
    ),
  );
});

test('the rise after thirty seconds stands between the readings around it, and in no hole', () => {
  const timeS = Float64Array.from({ length: 60 }, (_, i) => 4 * i);
  const riseK = timeS.map((atS) => 40 * (1 - Math.exp(-(atS - 8) / 60)));
  const rise = burstRise(timeS, riseK, 8, 30);
  expect(rise.known && rise.value).toBeCloseTo(40 * (1 - Math.exp(-0.5)), 1);
  expect(burstRise(timeS, riseK.fill(NaN, 6, 14), 8, 30).known).toBe(false);
  expect(burstRise(timeS, riseK, -100, 30).known).toBe(false);
});

test('the rise can be asked for 10 and 60 s after the load, too, and not for a time that is none', () => {
  const timeS = Float64Array.from({ length: 60 }, (_, i) => 4 * i);
  const riseK = timeS.map((atS) => 40 * (1 - Math.exp(-(atS - 8) / 60)));
  for (const afterS of [10, 60]) {
    const rise = burstRise(timeS, riseK, 8, afterS);
    expect(rise.known && rise.value).toBeCloseTo(40 * (1 - Math.exp(-afterS / 60)), 0);
  }
  expect(() => burstRise(timeS, riseK, 8, NaN)).toThrow('burstRise: afterS must be above 0, got NaN');
});

test('the time until the limit counts from the load, to the first reading within 0.8 K of it; never is no number', () => {
  const timeS = Float64Array.from({ length: 200 }, (_, i) => 2 * i);
  const dieC = timeS.map((atS) => (atS < 40 ? 30 : 30 + (atS - 40) / 4));
  dieC[100] = NaN;
  // 89.2 °C is reached 236.8 s after the load: the reading after it stands at 238 s.
  expect(limitTime(timeS, dieC, 40, 90)).toEqual({ known: true, value: 238 });
  expect(limitTime(timeS, dieC, 40, 200)).toMatchObject({
    known: false,
    reason: 'it never came to the limit',
  });
  expect(limitTime(timeS, dieC.fill(95), 40, 90)).toEqual({ known: true, value: 0 });
  expect(() => limitTime(timeS, dieC, 40, NaN)).toThrow('limitC must be finite');
});
