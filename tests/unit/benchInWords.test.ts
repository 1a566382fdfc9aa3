import { beginMount, type BenchPhase, type BenchState } from '@/core/bench/benchState';
import { fansWords, headline, nextSteps } from '@/stages/bench/live/phaseWords';

const point = (setting: string) => ({
  loadW: 170,
  loadName: '',
  gpuLoadW: 0,
  setting,
  pass: 1,
});

function at(phase: BenchPhase, more: Partial<BenchState> = {}): BenchState {
  const begun = beginMount({
    entry: 'ancla-120',
    name: 'Ancla 120 (second fan)',
    mount: 2,
    isControl: false,
    points: [point('100 %'), point('33 dB(A)'), point('stopped')],
    nowS: 0,
  });
  return { ...begun, at: 1, phase, ...more };
}

test('a fan setting as a person says it', () => {
  expect(['100 %', '33 dB(A)', 'stopped', 'automatic', 'fixed'].map(fansWords)).toEqual([
    'fans 100 %',
    'fans to 33 dB(A)',
    'fans stopped',
    'fans automatic',
    'fans fixed',
  ]);
});

test('every step has its headline, and the guard’s is its own', () => {
  const said = (phase: BenchPhase, more: Partial<BenchState> = {}) => headline(at(phase, more));
  expect(said('mount')).toBe('Put on Ancla 120 (second fan)');
  expect(said('floor')).toBe('Reading the room alone');
  expect(said('warm-up')).toBe('Warming up at 170 W');
  expect(said('trim')).toBe('Bringing the fans to 33 dB(A)');
  expect(said('soak')).toBe('Soak at 170 W, fans to 33 dB(A)');
  expect(said('soak', { at: 2 })).toBe('Soak at 170 W, fans stopped');
  expect(said('reading')).toBe('Reading the meter');
  expect(said('cool-down')).toBe('Let it cool');
  expect(said('done')).toBe('Ancla 120 (second fan), mount 2: done');
  expect(said('stopped')).toBe('Stopped');
  expect(said('stopped', { alarm: true })).toBe('The guard has stopped it');
});

test('what comes next: the nearest first, settings not yet begun once each, and the cooling last', () => {
  const next = (phase: BenchPhase, more: Partial<BenchState> = {}) =>
    nextSteps(at(phase, more), 12).map((nextStep) => nextStep.what);
  expect(next('mount', { at: 0 })).toEqual([
    'Read the room alone, fans off',
    'Warm up',
    '170 W, fans 100 %',
    '170 W, fans to 33 dB(A)',
    '170 W, fans stopped',
    'Load off, let it cool',
  ]);
  expect(next('warm-up', { at: 0 })).toEqual([
    '170 W, fans 100 %',
    '170 W, fans to 33 dB(A)',
    '170 W, fans stopped',
    'Load off, let it cool',
  ]);
  expect(next('trim')).toEqual([
    'Soak at the duty found',
    'Read the meter',
    '170 W, fans stopped',
    'Load off, let it cool',
  ]);
  expect(next('soak')).toEqual(['Read the meter', '170 W, fans stopped', 'Load off, let it cool']);
  expect(next('reading', { at: 2 })).toEqual(['Load off, let it cool']);
  expect(nextSteps(at('soak'), 12)[1]!.when).toBe('about 12 min');
});
