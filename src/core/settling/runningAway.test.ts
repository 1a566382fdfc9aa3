import { runningAway } from './runningAway';

const series = (riseAt: (t: number) => number) => {
  const timeS = Float64Array.from({ length: 900 }, (_, i) => i);
  return [timeS, timeS.map((t) => riseAt(t) + 0.2 * Math.sin(12.9898 * t))] as const;
};

test('a rise that turns up again runs away; one that settles, or settles slowly, does not', () => {
  const soak = (t: number) => 38 - 25 * Math.exp(-t / 150);
  expect(runningAway(...series(soak))).toBe(false);
  expect(runningAway(...series((t) => 38 - 25 * Math.exp(-t / 900)))).toBe(false);
  expect(runningAway(...series((t) => soak(t) + Math.max(0, t - 600) * 0.02))).toBe(true);
});
