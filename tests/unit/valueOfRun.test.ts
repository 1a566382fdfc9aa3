import { offItsLaw } from '@/core/air/offItsLaw';
import { spotScatter } from '@/core/air/spotScatter';
import { isMissing } from '@/core/missing';
import { reduceTrace } from '@/core/reduction/reduceTrace';
import { RESPONSES, responseOf } from '@/core/responses/responses';
import { usualPlace } from '@/core/responses/spotReading';
import { windowMean, type MeasuredRun } from '@/core/responses/measuredRun';
import { valueOfRun } from '@/core/responses/valueOfRun';

const SECONDS = 1200;
const TAU_S = 90;
const timeS = Float64Array.from({ length: SECONDS }, (_, s) => s);
const noise = (s: number) => (s % 2 ? 0.05 : -0.05);
const climbing = (endC: number) => timeS.map((s) => 22 + (endC - 22) * (1 - Math.exp(-s / TAU_S)) + noise(s));
const steadyAt = (value: number) => timeS.map((s) => value + noise(s));

const CHANNELS = new Map<string, Float64Array>([
  ['t_s', timeS],
  ['cpu_c', climbing(62)],
  ['ambient_c', steadyAt(22)],
  ['power_w', steadyAt(160)],
  ['gpu_c', climbing(70)],
  ['drive_c', timeS.map((s) => 30 + s / 60)],
  ['clock_mhz', steadyAt(4200)],
  ['fan_rpm', steadyAt(1200)],
]);

function run(change: Partial<MeasuredRun> = {}): MeasuredRun {
  const channels = change.channels === undefined ? CHANNELS : change.channels;
  const cpuC = channels?.get('cpu_c');
  const rule = { loadW: 170, program: false, limitC: 90, windowS: 300 };
  const reduced = cpuC
    ? reduceTrace(
        {
          timeS: channels!.get('t_s')!,
          cpuC,
          ambientC: channels!.get('ambient_c') ?? null,
          powerW: channels!.get('power_w') ?? null,
          noiseDb: null,
        },
        rule,
      )
    : null;
  return {
    loadW: 170,
    limitC: 90,
    windowS: 300,
    channels,
    typed: new Map(),
    die: reduced?.known ? reduced.value : null,
    levelDb: 33.4,
    sone: null,
    rpm: 1200,
    readings: [],
    score: null,
    ...change,
  };
}

const without = (...headings: string[]) =>
  new Map([...CHANNELS].filter(([heading]) => !headings.includes(heading)));
const valueOf = (measured: MeasuredRun, id: string, place: string | null = null) =>
  valueOfRun(measured, responseOf(id)!, place);

describe('what a run comes to, by where it comes from', () => {
  test.each([
    ['rise', 40 * (170 / 160), 0.1],
    ['gpu-rise', 48, 0.1],
    ['clock', 4200, 0.5],
    ['level', 33.4, 0.001],
    ['burst-rise', 40 * (1 - Math.exp(-30 / TAU_S)), 0.3],
    ['burst-rise-10', 40 * (1 - Math.exp(-10 / TAU_S)), 0.3],
    ['burst-rise-60', 40 * (1 - Math.exp(-60 / TAU_S)), 0.3],
    ['steady-time', TAU_S * Math.log(40 / 0.5), 12],
  ])('%s', (id, expected, within) => {
    const found = valueOf(run(), id);
    expect(found).toMatchObject({ known: true, value: { settled: true, unsettledReason: '' } });
    expect(Math.abs((found.known ? found.value.value : NaN) - expected)).toBeLessThan(within);
  });

  test('a sensor that still climbs has a value and supports no curve', () => {
    const found = valueOf(run(), 'drive-rise');
    expect(found).toMatchObject({ known: true, value: { settled: false } });
    expect(found.known && found.value.value).toBeCloseTo(30 + 1050 / 60 - 22, 1);
    expect(found.known && found.value.unsettledReason).toMatch(/K\/min/);
  });

  test.each([
    ['rise', run({ channels: without('cpu_c') }), 'no reading of it'],
    ['gpu-rise', run({ channels: without('gpu_c') }), 'no reading of it'],
    ['gpu-rise', run({ channels: without('ambient_c', 'cpu_c') }), 'no room temperature, logged or typed'],
    ['vrm-rise', run(), 'no reading of it'],
    ['clock', run({ channels: without('clock_mhz') }), 'no reading of it'],
    ['score', run(), 'no reading of it'],
    ['burst-rise', run({ channels: null }), 'no reading of it'],
    ['limit-time', run(), 'it never came to the limit'],
    ['steady-time', run({ channels: without('cpu_c') }), 'no reading of it'],
  ])('%s: none, and why', (id, measured, reason) => {
    expect(valueOf(measured, id)).toEqual({ known: false, reason });
  });

  test('the time until the limit, where a die comes there', () => {
    const found = valueOf(run({ limitC: 55 }), 'limit-time');
    const expected = -TAU_S * Math.log(1 - (55 - 0.8 - 22) / 40);
    expect(Math.abs((found.known ? found.value.value : NaN) - expected)).toBeLessThan(3);
  });

  test('a rise after the load needs its beginning: told by the log, or by a die that starts near the room', () => {
    const from = (startS: number) =>
      new Map([...CHANNELS].map(([heading, values]) => [heading, values.subarray(startS)]));
    // The log begins with the load on and the die warm.
    const late = run({ channels: from(120) });
    for (const id of ['burst-rise', 'steady-time', 'limit-time'])
      expect(valueOf(late, id)).toMatchObject({ known: false, reason: expect.stringContaining('beginning') });
    // Five minutes of idle before it, every eighth second: the load came on somewhere between two of them.
    const every = Array.from({ length: 188 }, (_, i) => 8 * i);
    const onS = 303;
    const risen = (s: number) => (s < onS ? 0 : 40 * (1 - Math.exp(-(s - onS) / TAU_S)));
    const coarse = new Map<string, Float64Array>([
      ['t_s', Float64Array.from(every)],
      ['cpu_c', Float64Array.from(every, (s) => 22 + risen(s) + noise(s / 8))],
      ['ambient_c', Float64Array.from(every, (s) => 22 + noise(s / 8))],
      ['power_w', Float64Array.from(every, (s) => (s < onS ? 20 : 170) + noise(s / 8))],
    ]);
    const burst = valueOf(run({ channels: coarse }), 'burst-rise');
    if (!burst.known) throw new Error(burst.reason);
    const expected = 40 * (1 - Math.exp(-30 / TAU_S));
    expect(Math.abs(burst.value.value - expected)).toBeLessThan(burst.value.shortfall + 0.3);
    expect(burst.value.shortfall).toBeGreaterThan(0.5);
  });

  test('what was typed stands in for a log: over a typed room, and settled as it is', () => {
    const typed = new Map([
      ['gpu_c', 66],
      ['ambient_c', 21],
      ['clock_mhz', 4100],
    ]);
    const measured = run({ channels: null, typed });
    expect(valueOf(measured, 'gpu-rise')).toMatchObject({ known: true, value: { value: 45, settled: true } });
    // Its page shows the rise over the room, and what was typed.
    const gpu = valueOf(measured, 'gpu-rise');
    expect(gpu.known && gpu.value.sensor).toMatchObject({ measured: 45, readingMean: 66, maximum: null });
    expect(valueOf(measured, 'clock')).toMatchObject({ known: true, value: { value: 4100 } });
    expect(valueOf(run({ channels: null, typed: new Map([['gpu_c', 66]]) }), 'gpu-rise').known).toBe(false);
  });

  test('a score is what the program gave', () => {
    expect(valueOf(run({ score: 1234.5 }), 'score')).toMatchObject({ value: { value: 1234.5 } });
  });

  test('no response is made from nothing', () => {
    const empty = run({ channels: null, levelDb: 30 });
    const known = RESPONSES.filter((response) => valueOfRun(empty, response, null).known);
    expect(known.map((response) => response.id)).toEqual(['level']);
  });
});

describe('spot readings', () => {
  const reading = (
    quantity: 'airspeed' | 'pressure',
    place: string,
    value: number,
    rpm: number | null = null,
  ) => ({
    ...{ quantity, place, value, rpm },
  });
  const readings = [
    reading('airspeed', '15 cm', 2.4),
    reading('airspeed', '15 cm', 2.6),
    reading('airspeed', '30 cm', 1.8),
    reading('pressure', 'chamber', 10, 1000),
    reading('pressure', 'chamber', 14.4),
  ];

  test('repeats at a place are averaged, and a pressure at another speed is converted by the square law', () => {
    expect(valueOf(run({ readings }), 'airspeed', '15 cm')).toMatchObject({ value: { value: 2.5 } });
    const pressure = valueOf(run({ readings }), 'pressure', 'chamber');
    expect(pressure.known && pressure.value.value).toBeCloseTo(14.4, 9);
    const unknownSpeed = valueOf(run({ readings, rpm: null }), 'pressure', 'chamber');
    expect(unknownSpeed.known && unknownSpeed.value.value).toBeCloseTo(12.2, 9);
    expect(valueOf(run({ readings }), 'airspeed', '1 m').known).toBe(false);
    expect(valueOf(run({ readings }), 'airspeed').known).toBe(false);
  });

  test('readings of one place scatter by their own, from two up, and one that is off its fan’s law is asked about', () => {
    const of = (...values: number[]) =>
      valueOf(
        run({ readings: values.map((value) => reading('airspeed', '15 cm', value)) }),
        'airspeed',
        '15 cm',
      );
    const two = of(2, 2.2);
    expect(two.known && two.value.readingsU).toBeCloseTo(0.1, 9);
    const odd = (...values: number[]) =>
      spotScatter(
        values.map((value) => reading('airspeed', '15 cm', value)),
        1200,
      )[0]!.apart;
    expect([odd(2.19, 21.7, 2.14), odd(2.1, 21), odd(2.1, 2.2), odd(2.1, 2.2, 2.15)]).toEqual([
      1,
      1,
      null,
      null,
    ]);
    const slow = { rpm: 500, readings: [reading('airspeed', '15 cm', 1)] };
    const told = (value: number) => offItsLaw([reading('airspeed', '15 cm', value)], 1000, [slow]);
    expect(told(2.1)).toEqual([]);
    expect(told(21)[0]).toContain('where its other speeds say 2.00');
  });

  test('the usual place is the one that most runs have, the first by name of several', () => {
    const at = (...places: string[]) => places.map((place) => reading('airspeed', place, 1));
    expect(usualPlace([at('b', 'b'), at('a'), at('a', 'c')], 'airspeed')).toBe('a');
    expect(usualPlace([at('b'), at('a')], 'airspeed')).toBe('a');
    expect(usualPlace([at('b')], 'pressure')).toBeNull();
  });
});

test('the mean of a column counts within the window of the die, or at the end without one', () => {
  const ramp = timeS.map((s) => 1000 + s);
  const channels = new Map(CHANNELS).set('fan_rpm', ramp);
  expect(windowMean(run({ channels }), 'fan_rpm')).toBeCloseTo(1000 + SECONDS - 150.5, 6);
  const dieless = new Map([...channels].filter(([heading]) => heading !== 'cpu_c'));
  expect(windowMean(run({ channels: dieless }), 'fan_rpm')).toBeCloseTo(1000 + SECONDS - 150.5, 6);
  expect(windowMean(run(), 'pump_rpm')).toBeNull();
  const missing = new Map(CHANNELS).set(
    'fan_rpm',
    timeS.map(() => NaN),
  );
  expect(windowMean(run({ channels: missing }), 'fan_rpm')).toBeNull();
  expect([...missing.get('fan_rpm')!].every(isMissing)).toBe(true);
});
