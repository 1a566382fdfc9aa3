import { MISSING } from '../missing';
import { reduceTrace } from '../reduction/reduceTrace';
import { reduceTyped } from '../reduction/reduceTyped';
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
  const values = series(900, (t) => 40 - 30 * Math.exp(-t / 160) + ripple(t));
  const single = settlingFit(values.timeS, values.riseK);
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
    (t) => 80 + (t < 700 ? (700 - t) / 50 : 0) + ripple(t),
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
    value: { settled: false, unsettledReason: expect.stringContaining('300 s needed') },
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
  const [a, b] = [before, after].map((trace) => reduceTrace(trace, RULE));
  if (!a!.known || !b!.known) throw new Error('not known');
  expect(b!.value.riseK).toBeCloseTo(a!.value.riseK, 9);
});

test('time to 95 % counts the whole step, its fast part too', () => {
  // 30 K at once and 30 K with τ = 200 s: within 3 K of the end after 200·ln 10 = 461 s.
  const { timeS, riseK } = series(
    1500,
    (t) => 60 - 30 * Math.exp(-t / 200) - 30 * Math.exp(-t / 2) + ripple(t),
  );
  const fit = settlingFit(timeS, riseK);
  if (!fit.known) throw new Error(fit.reason);
  expect(fit.value.timeTo95S).toBeGreaterThan(451);
  expect(fit.value.timeTo95S).toBeLessThan(471);
});

test('a missing power reading says neither on nor off, and one of 0 W makes no number of nothing', () => {
  const settling = (t: number) => 38 - 20 * Math.exp(-t / 120) + ripple(t);
  const holes = trace(1500, settling, (t) => (t > 1150 && t < 1350 ? MISSING : t % 60 < 20 ? MISSING : 100));
  expect(loadStretch(holes, 100, 90)).toEqual({ known: true, value: { first: 0, last: 1499 } });
  expect(reduceTrace(holes, RULE)).toMatchObject({ known: true, value: { settled: true } });
  expect(
    loadStretch(
      trace(
        100,
        () => 30,
        () => MISSING,
      ),
      100,
      90,
    ),
  ).toMatchObject({ known: true });
  const limited = reduceTrace(
    trace(
      1500,
      () => 69.9,
      (t) => (t === 1400 ? 0 : 80),
    ),
    RULE,
  );
  expect(limited).toMatchObject({
    known: true,
    value: { heatLimited: true, settled: true, slopeKPerMin: { value: expect.closeTo(0, 1) } },
  });
});

test.each([0.1, 1, 5])('missing time counts as missing cells do, at a step of %d s', (stepS) => {
  const timeS = Float64Array.from({ length: Math.round(1500 / stepS) }, (_, i) => i * stepS);
  const whole: Trace = {
    timeS,
    cpuC: timeS.map((t) => 58 - 20 * Math.exp(-t / 120) + ripple(t)),
    ambientC: timeS.map(() => 20),
    powerW: timeS.map(() => 100),
  };
  const without = (fromS: number, toS: number): Trace => {
    const kept = [...timeS.keys()].filter((i) => timeS[i]! < fromS || timeS[i]! >= toS);
    const readings = (values: Float64Array) => Float64Array.from(kept, (i) => values[i]!);
    return {
      timeS: readings(timeS),
      cpuC: readings(whole.cpuC),
      ambientC: readings(whole.ambientC!),
      powerW: readings(whole.powerW!),
    };
  };
  expect(reduceTrace(without(1250, 1350), RULE)).toMatchObject({ known: true, value: { settled: true } });
  const holed = reduceTrace(without(1210, 1480), RULE);
  expect(holed).toMatchObject({
    known: true,
    value: {
      settled: false,
      unsettledReason: expect.stringMatching(/readings for only [3-6]\d s of the 300 s/),
    },
  });
});

test('a die at or under the room with the load on is no result, logged or typed; at idle it may be', () => {
  const cold = trace(900, () => -3);
  expect(reduceTrace(cold, RULE)).toMatchObject({
    known: false,
    reason: expect.stringContaining('at or under the room'),
  });
  expect(reduceTrace(cold, { ...RULE, loadW: 0 })).toMatchObject({ known: true });
  const typed = (cpuC: number, loadW = 140) =>
    reduceTyped({ cpuC, ambientC: 23, powerW: 14 }, { loadW, program: false, limitC: 90 });
  expect(typed(20)).toMatchObject({ known: false, reason: expect.stringContaining('20.0 °C') });
  expect(typed(23).known).toBe(false);
  expect(typed(20, 0).known).toBe(true);
  // What typed means do not hold stays missing.
  expect(typed(60)).toMatchObject({
    known: true,
    value: { settled: true, maximumRiseK: NaN, cpuMaxC: NaN, slopeKPerMin: { known: false } },
  });
});
