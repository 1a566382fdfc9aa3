import type { TraceTable } from '@/formats/bundle/tables/traceTable';
import { hasDie, reduceRun, type Reducible } from './reduceRun';

const RIG = { limitC: 90, windowS: 300 };
const RUN: Reducible = {
  ...{ loadW: 100, loadName: '', movedWindow: null },
  ...{ typedCpuC: null, typedAmbientC: null, typedPowerW: null },
};

/** A log of half an hour, a reading each five seconds: the die at 60 °C in a room of 22 °C after a settling of two minutes. */
function log(headings: readonly string[]): Pick<TraceTable, 'channels'> {
  const timeS = Float64Array.from({ length: 361 }, (_, i) => 5 * i);
  const noise = (i: number) => 0.05 * Math.sin(7.3 * i);
  const of: Record<string, Float64Array> = {
    t_s: timeS,
    cpu_c: timeS.map((t, i) => 60 - 30 * Math.exp(-t / 120) + noise(i)),
    ambient_c: timeS.map((_, i) => 22 + noise(i + 1)),
    power_w: timeS.map((_, i) => 100 + noise(i + 2)),
    gpu_c: timeS.map((_, i) => 50 + noise(i + 3)),
  };
  return { channels: headings.map((heading) => ({ heading, values: of[heading]! })) };
}

test('a log is reduced to its settled rise', () => {
  const reduced = reduceRun(RUN, log(['t_s', 'cpu_c', 'ambient_c', 'power_w']), RIG);
  expect(reduced).toMatchObject({ known: true, value: { hasDie: true, settled: true } });
  expect(reduced.known && reduced.value.riseK).toBeCloseTo(38, 1);
});

test('a run without a die comes to its other readings, logged or typed', () => {
  const trace = log(['t_s', 'gpu_c', 'ambient_c']);
  expect(hasDie({ run: RUN, trace })).toBe(false);
  expect(reduceRun(RUN, trace, RIG)).toMatchObject({ known: true, value: { hasDie: false, settled: false } });
  expect(reduceRun({ ...RUN, typedAmbientC: 22 }, null, RIG)).toMatchObject({
    known: true,
    value: { hasDie: false },
  });
});

test('a die that was logged and reads nothing is none', () => {
  const trace = log(['t_s', 'cpu_c', 'ambient_c']);
  (trace.channels[1]!.values as Float64Array).fill(Number.NaN);
  expect(hasDie({ run: RUN, trace })).toBe(false);
});

test('typed means give their rise; a die without its room says what is missing', () => {
  const typed = { ...RUN, typedCpuC: 60, typedAmbientC: 22, typedPowerW: 100 };
  const reduced = reduceRun(typed, null, RIG);
  expect(reduced.known && reduced.value.riseK).toBeCloseTo(38, 6);
  expect(reduceRun({ ...typed, typedAmbientC: null }, null, RIG)).toEqual({
    known: false,
    reason: 'no room temperature beside its die',
  });
});

test('a log without a room takes the typed one, and a window moved by hand is the one that counts', () => {
  const trace = log(['t_s', 'cpu_c', 'power_w']);
  expect(reduceRun(RUN, trace, RIG).known).toBe(false);
  const typed = { ...RUN, typedAmbientC: 22 };
  const whole = reduceRun(typed, trace, RIG);
  expect(whole.known && whole.value.ambientSource).toBe('typed');
  const early = reduceRun({ ...typed, movedWindow: { startS: 0, endS: 300 } }, trace, RIG);
  expect(early.known && whole.known && early.value.riseK < whole.value.riseK - 5).toBe(true);
});
