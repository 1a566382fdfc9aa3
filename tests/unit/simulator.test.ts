import { readBundle } from '@/formats/bundle/readBundle';
import { rankBundle } from '@/lab/model/rankBundle';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { resistanceAtLevel } from '@/simulator/cooler';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { seededChance } from '@/core/statistics/chance';
import { simulateRun } from '@/simulator/simulateRun';

test('the same seed gives the same bytes, another seed others', () => {
  const [a, b] = [demoBundle(3), demoBundle(3)];
  expect([...a]).toEqual([...b]);
  const draws = [3, 3, 4].map((seed) => seededChance(seed).normal());
  expect(draws[0]).toBe(draws[1]);
  expect(draws[0]).not.toBe(draws[2]);
});

test('the demo holds what it is to show, and ranks within 0.6 K of what the simulator knows', () => {
  const bundle = readBundle(asBytes(demoBundle(7)));
  expect(bundle.problems).toEqual([]);
  const at = (lineDb: number) => rankBundle(bundle, { at: lineDb, loadW: 170 }).ranking;
  const ranking = at(33);
  const statuses = Object.fromEntries(
    [...ranking.placed, ...ranking.notPlaced].map((other) => [other.entry, other.status]),
  );
  expect(statuses).toMatchObject({ matacabras: 'too-loud', solano: 'tops-out', 'terral-slim': 'throttled' });
  expect(ranking.brackets.length).toBeGreaterThan(0);
  const order = (ranking: ReturnType<typeof at>) =>
    ranking.placed.map((placed) => placed.entry).filter((entry) => /cierzo|tramontana/.test(entry));
  expect(order(at(28))).toEqual(['tramontana', 'cierzo-240']);
  expect(order(at(39))).toEqual(['cierzo-240', 'tramontana']);
  for (const placed of ranking.placed.filter((entry) => entry.status === 'ranked')) {
    const { cooler } = BOATHOUSE.find((entry) => entry.entry === placed.entry)!;
    const trueK = 170 * resistanceAtLevel(cooler, 33, 0.2 * cooler.maxRpm)!;
    // Mounts differ by up to a few tenths on purpose.
    expect(Math.abs(placed.value - trueK)).toBeLessThan(0.6 + 2 * placed.uncertainty);
  }
});

test('the processor holds its limit by cutting power, and a quiet room cools to nothing but the load', () => {
  const slim = BOATHOUSE.find((entry) => entry.entry === 'terral-slim')!.cooler;
  const run = {
    loadW: 170,
    rpm: 1035,
    durationS: 1500,
    stepS: 2,
    mountFactor: 1,
    powerFactor: 1,
    labClockS: 0,
  };
  const { samples } = simulateRun(slim, BOATHOUSE_RIG, run, seededChance(1));
  const end = samples.slice(-100);
  expect(Math.max(...end.map((sample) => sample.cpuC))).toBeLessThan(91.5);
  expect(Math.max(...end.map((sample) => sample.powerW))).toBeLessThan(150);
});
