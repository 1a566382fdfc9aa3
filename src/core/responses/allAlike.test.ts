import type { EntryCurve } from '../curves/entryCurve';
import { allAlike } from './allAlike';

const CLOCK = { ofProgram: true, unit: 'MHz' };
const curves = (...values: number[][]): EntryCurve[] =>
  values.map((each) => ({ points: each.map((value) => ({ value })) }) as EntryCurve);

test('clocks within half a per cent are one clock, and the sentence says which', () => {
  expect(allAlike(CLOCK, curves([4200, 4200], [4190, 4200]))).toBe(
    'All 2 hold the same, 4195 MHz to within 0.5 %: which of them is chosen does not change the speed.',
  );
  // 0.5 % of 4200 is 21: at it they are alike, beyond it they are not.
  expect(allAlike(CLOCK, curves([4200], [4179]))).not.toBe('');
  expect(allAlike(CLOCK, curves([4200], [4178]))).toBe('');
});

test('one slow setting of one entry is a difference; an entry that counts nowhere is none', () => {
  expect(allAlike(CLOCK, curves([4200, 3600], [4200, 4200]))).toBe('');
  expect(allAlike(CLOCK, curves([4200], [4200], []))).toMatch(/^All 2 hold/);
  expect(allAlike(CLOCK, curves([4200], []))).toBe('');
});

test('only what the program of the load measures can be the same for all by choice', () => {
  expect(allAlike({ ofProgram: false, unit: 'K' }, curves([33], [33]))).toBe('');
  expect(allAlike({ ofProgram: true, unit: '' }, curves([812], [812]))).toMatch(/, 812 to within/);
});
