import { beginMount, LOAD_OFF, stop, type BenchState } from '@/core/bench/benchState';
import { skipPoint, takePoint } from '@/core/bench/steps/takePoint';
import type { PlannedPoint } from '@/core/plan/mountings';

const point = (setting: string, loadW = 170): PlannedPoint => ({
  ...{ load: `${loadW} W`, loadW, loadName: '', gpuLoadW: 0, setting, pass: 1 },
});

const mountOf = (settings: string[]): BenchState =>
  beginMount({
    ...{ entry: 'a', name: 'Levante', mount: 1, isControl: false, nowS: 0 },
    points: settings.map((setting) => point(setting)),
  });

test('each setting takes its own fans and pump, and the next one has them all together again', () => {
  const begun = mountOf(['60 %, pump 40 %', '60 % without fan 2', '60 %', 'automatic']);
  const states = [0, 1, 2, 3].map((at) => takePoint(begun, at, 100 * at, ''));
  expect(states.map(({ dutyPct, apart }) => [dutyPct, apart])).toEqual([
    [60, [{ channel: 'pump', dutyPct: 40 }]],
    [60, [{ channel: 2, dutyPct: 0 }]],
    [60, []],
    [null, []],
  ]);
  expect(states.map(({ phase, loadW, loadOnS }) => [phase, loadW, loadOnS])).toEqual([
    ['soak', 170, 0],
    ['soak', 170, 100],
    ['soak', 170, 200],
    ['soak', 170, 300],
  ]);
  expect(states[1]!.said).toBe('Soaking at 170 W, fans 60 % without fan 2.');
});

test('whatever ends a mount lets every fan and the pump turn: stopped, done, or the load taken off', () => {
  const apart = takePoint(mountOf(['60 %, pump 40 %']), 0, 0, '');
  expect(stop(apart, 50, 'the guard', true)).toMatchObject({ ...LOAD_OFF, alarm: true, apart: [] });
  const cooling = takePoint(apart, 1, 60, '');
  expect(cooling).toMatchObject({ phase: 'cool-down', loadW: 0, dutyPct: 100, apart: [] });
  // Searching for a level nothing is apart either.
  const trimming = takePoint({ ...mountOf(['33 dB(A)']), apart: apart.apart }, 0, 0, '');
  expect(trimming).toMatchObject({ phase: 'trim', apart: [] });
});

test('a setting that nobody can make is left out with its reason, and the one after it is taken', () => {
  const state = takePoint(mountOf(['sixty', '60 %, pump 140 %', '55 %']), 0, 10, '');
  expect(state).toMatchObject({ at: 2, dutyPct: 55, phase: 'soak' });
  expect(state.skipped.map(({ setting, why }) => [setting, why])).toEqual([
    ['sixty', '“sixty” is no duty, level or “automatic”'],
    ['60 %, pump 140 %', '“60 %, pump 140 %” is no duty, level or “automatic”'],
  ]);
  expect(state.said).toMatch(/^60 %, pump 140 % left out: .*Soaking at 170 W, fans 55 %\.$/);
  const last = skipPoint(state, 20, 'no duty reaches it');
  expect(last).toMatchObject({ phase: 'cool-down', at: 3, loadW: 0 });
  expect(last.skipped).toHaveLength(3);
  expect(last.said).toContain('55 % left out: no duty reaches it.');
});
