import { doubtParts, pairDoubtParts } from './doubtParts';
import type { DoubtTerm } from './doubt';

const term = (from: DoubtTerm['from'], variance: number, more: Partial<DoubtTerm> = {}): DoubtTerm => ({
  ...{ from, variance, freedom: 4 },
  ...more,
});

test('the parts of a ± are the largest first, by their share of the variance; what no bar shows is left out', () => {
  const parts = doubtParts([term('room', 0.01), term('mounts', 0.09), term('step', 0.0004)]);
  expect(parts.map(({ key }) => key)).toEqual(['mounts', 'room']);
  expect(parts[0]!.share).toBeCloseTo(0.09 / 0.1004, 10);
});

test('what single passes scatter by is told apart from mounting again, and nothing of it twice', () => {
  const parts = doubtParts([term('mounts', 0.09, { passesPart: 0.06 })]);
  expect(parts.map(({ key, variance }) => [key, Number(variance.toFixed(6))])).toEqual([
    ['passes', 0.06],
    ['mounts', 0.03],
  ]);
  expect(parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 10);
});

test('of a difference the terms of both count, the meter only as far as it differs, and the watts likewise', () => {
  const one = { value: 33, doubt: [term('mounts', 0.09)], shared: 0.5, watts: 0.2 };
  const apart = pairDoubtParts(one, { ...one, shared: 0.2, watts: 0.2 });
  expect(apart.map(({ key }) => key)).toEqual(['mounts', 'meter']);
  expect(apart.map(({ share }) => Number(share.toFixed(4)))).toEqual([0.6667, 0.3333]);
  // Read by the same meter at the same slope it adds nothing, however poor it is.
  expect(pairDoubtParts(one, one).map(({ key }) => key)).toEqual(['mounts']);
  expect(pairDoubtParts({ value: 1, doubt: [], shared: 0 }, { value: 2, doubt: [], shared: 0 })).toEqual([]);
});
