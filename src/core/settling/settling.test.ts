import { MISSING } from '../missing';
import { reduceTrace } from '../reduction/reduceTrace';
import type { Trace } from '../reduction/trace';
import { loadStretch } from './loadStretch';
import { settledWindow } from './settledWindow';
import { settlingFit } from './settlingFit';

const RULE = { loadW: 100, program: false, limitC: 90, windowS: 300 };

function series(
  seconds: number,
  riseAt: (t: number) => number,
): { timeS: Float64Array; riseK: Float64Array } {
  const timeS = Float64Array.from({ length: seconds }, (_, i) => i);
  return { timeS, riseK: timeS.map(riseAt) };
}

function trace(
  seconds: number,
  riseAt: (t: number) => number,
  powerAt: (t: number) => number = () => 100,
): Trace {
  const { timeS, riseK } = series(seconds, riseAt);
  return {
    timeS,
    cpuC: riseK.map((rise) => 20 + rise),
    ambientC: timeS.map(() => 20),
    powerW: timeS.map(powerAt),
  };
}

/** Small, repeatable, and without a mean: a stand-in for sensor noise. */
const ripple = (t: number) => 0.2 * Math.sin(12.9898 * t) + 0.15 * Math.cos(78.233 * t);

test('the fit finds one and two time constants and what is still to come', () => {
  const one = series(900, (t) => 40 - 30 * Math.exp(-t / 160) + ripple(t));
  const single = settlingFit(one.timeS, one.riseK);
  expect(single).toMatchObject({ known: true, value: { terms: { length: 1 } } });
  if (single.known) {
    expect(single.value.endK).toBeCloseTo(40, 1);
    expect(single.value.tauS / 160).toBeCloseTo(1, 1);
    expect(single.value.stillToComeK).toBeCloseTo(30 * Math.exp(-899 / 160), 1);
    expect(single.value.timeTo95S).toBeGreaterThan(400);
  }
  const two = series(3000, (t) => 40 - 12 * Math.exp(-t / 60) - 18 * Math.exp(-t / 700) + ripple(t));
  const double = settlingFit(two.timeS, two.riseK);
  expect(double).toMatchObject({ known: true, value: { terms: { length: 2 } } });
  if (double.known) expect(double.value.endK).toBeCloseTo(40, 1);
});

test('where the soak is shorter than its time constant nothing is identified', () => {
  const { timeS, riseK } = series(300, (t) => 40 - 30 * Math.exp(-t / 1500) + ripple(t));
  expect(settlingFit(timeS, riseK)).toMatchObject({
    known: false,
    reason: expect.stringContaining('not identified'),
  });
});

test('the load may go off at the end, dip for a moment, or be cut by the limit', () => {
  const powerAt = (t: number) => (t >= 1000 ? 3 : t === 800 ? 0 : 100);
  const stretch = loadStretch(
    trace(1100, () => 40, powerAt),
    100,
    90,
  );
  expect(stretch).toEqual({ known: true, value: { first: 0, last: 999 } });
  const cut = loadStretch(
    trace(
      900,
      () => 69.8,
      (t) => (t < 300 ? 100 : 40),
    ),
    100,
    90,
  );
  expect(cut).toEqual({ known: true, value: { first: 0, last: 899 } });
  expect(
    loadStretch(
      trace(
        900,
        () => 1,
        () => 4,
      ),
      100,
      90,
    ).known,
  ).toBe(false);
});

test('300 samples at 1 Hz fill a window of 300 s, 299 do not', () => {
  const { timeS } = series(300, () => 0);
  expect(settledWindow(timeS, { first: 0, last: 299 }, 300)).toMatchObject({
    known: true,
    value: { first: 0, last: 299 },
  });
  expect(settledWindow(timeS, { first: 0, last: 298 }, 300)).toMatchObject({ known: false });
});

test('a run becomes a number: mean rise, resistance, restated rise', () => {
  const result = reduceTrace(
    trace(
      1500,
      (t) => 38 - 20 * Math.exp(-t / 120) + ripple(t),
      () => 95,
    ),
    RULE,
  );
  if (!result.known) throw new Error(result.reason);
  const { settled, measuredRiseK, resistanceKPerW, riseK, heatLimited } = result.value;
  expect({ settled, heatLimited }).toEqual({ settled: true, heatLimited: false });
  expect(measuredRiseK).toBeCloseTo(38, 1);
  expect(resistanceKPerW).toMatchObject({ known: true, value: expect.closeTo(0.4, 3) });
  expect(riseK).toBeCloseTo(40, 1);
});

test('held at the limit the resistance is still right, and its slope decides', () => {
  const held = trace(
    1500,
    () => 69.9,
    (t) => 80 + (t < 700 ? (700 - t) / 50 : 0),
  );
  const result = reduceTrace(held, RULE);
  expect(result).toMatchObject({ known: true, value: { heatLimited: true, settled: true } });
  if (result.known) expect(result.value.riseK).toBeCloseTo((69.9 / 80) * 100, 2);
});

test('rising, too short, without power, with readings missing', () => {
  const rising = reduceTrace(
    trace(900, (t) => 30 + 0.005 * t),
    RULE,
  );
  expect(rising).toMatchObject({
    known: true,
    value: { settled: false, unsettledReason: expect.stringContaining('rising') },
  });
  const short = reduceTrace(
    trace(200, () => 30),
    RULE,
  );
  expect(short).toMatchObject({
    known: true,
    value: { settled: false, unsettledReason: expect.stringContaining('300 s wanted') },
  });
  const bare = { ...trace(900, () => 30), powerW: null };
  expect(reduceTrace(bare, RULE)).toMatchObject({
    known: true,
    value: { powerSource: 'nominal', riseK: 30 },
  });
  const gaps = trace(900, () => 30);
  for (let i = 0; i < 900; i += 3) gaps.cpuC[i] = MISSING;
  expect(reduceTrace(gaps, RULE)).toMatchObject({
    known: true,
    value: { settled: true, riseK: expect.closeTo(30, 9) },
  });
  expect(() => reduceTrace(bare, { ...RULE, loadW: -1 })).toThrow('loadW');
});

test('a constant added to die and room changes nothing', () => {
  const before = trace(1200, (t) => 38 - 20 * Math.exp(-t / 120) + ripple(t));
  const after = {
    ...before,
    cpuC: before.cpuC.map((v) => v + 4),
    ambientC: before.ambientC!.map((v) => v + 4),
  };
  const [a, b] = [before, after].map((of) => reduceTrace(of, RULE));
  if (!a!.known || !b!.known) throw new Error('not known');
  expect(b!.value.riseK).toBeCloseTo(a!.value.riseK, 9);
});
