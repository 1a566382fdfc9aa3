import { seededChance } from '../../../tests/support/chance';
import { frozenChannel } from '../reduction/frozenChannel';
import { reduceTrace } from '../reduction/reduceTrace';
import { sensorStep } from '../reduction/sensorStep';
import { higherPlateau } from './higherPlateau';

const RULE = { loadW: 150, program: false, limitC: 120, windowS: 300 };

/** Seeded soaks of one cooler whose slow part has this time constant: how many count, and how far their doubt holds the truth. */
function soaks(tauS: number, slowK: number, soakS: number, noiseK: number) {
  const chance = seededChance(7);
  const counts = { settled: 0, held: 0, worst: 0 };
  for (let k = 0; k < 60; k += 1) {
    let drift = 0;
    const timeS = Float64Array.from({ length: soakS }, (_, i) => i);
    const cpuC = timeS.map((t) => {
      drift = 0.9 * drift + 0.44 * noiseK * chance.normal();
      return 21 + 30 * (1 - Math.exp(-t / 25)) + slowK * (1 - Math.exp(-t / tauS)) + drift;
    });
    const ambientC = timeS.map(() => 21 + 0.01 * chance.normal());
    const result = reduceTrace(
      { timeS, cpuC, ambientC, powerW: timeS.map(() => 150 + chance.normal()) },
      RULE,
    );
    if (!result.known) throw new Error(result.reason);
    if (!result.value.settled) continue;
    counts.settled += 1;
    const off = Math.abs(result.value.riseK - 30 - slowK);
    counts.worst = Math.max(counts.worst, off);
    if (off <= 1.96 * Math.hypot(result.value.shortfallK / Math.sqrt(3), 0.1)) counts.held += 1;
  }
  return counts;
}

test.each([
  ['long over', 60, 20, 900, 55],
  ['nearly over', 300, 8, 2400, 50],
])('a soak that is %s counts, and its doubt holds the truth', (_, tauS, slowK, soakS, least) => {
  const { settled, held } = soaks(tauS, slowK, soakS, 0.1);
  expect(settled).toBeGreaterThanOrEqual(least);
  expect(held / settled).toBeGreaterThanOrEqual(0.9);
});

test.each([
  [1200, 5, 900],
  [1800, 4, 900],
  [3600, 4, 900],
])(
  'one of %d s in a soak too short for it does not count, or owns to what is still to come',
  (tauS, slowK, soakS) => {
    const { settled, worst } = soaks(tauS, slowK, soakS, 0.1);
    expect(settled).toBeLessThanOrEqual(3);
    expect(worst).toBeLessThan(3);
  },
);

const SECONDS = Float64Array.from({ length: 900 }, (_, i) => i);
const trembling = (value: number) =>
  SECONDS.map((_, i) => Number((value + 0.03 * Math.sin(7.1 * i)).toFixed(2)));

test('a log that stands still to the last digit after it moved is frozen; coarse and calm ones are not', () => {
  const alive = trembling(61.4);
  expect(frozenChannel(SECONDS, alive, 600, 900)).toBe(false);
  const frozen = alive.map((value, i) => (i < 560 ? value : alive[560]!));
  expect(frozenChannel(SECONDS, frozen, 600, 900)).toBe(true);
  expect(
    frozenChannel(
      SECONDS,
      SECONDS.map((_, i) => (i % 90 < 2 ? 21.1 : 21)),
      620,
      700,
    ),
  ).toBe(false);
  expect(
    frozenChannel(
      SECONDS,
      SECONDS.map((_, i) => 20 + Math.min(41, Math.floor(i / 4))),
      600,
      900,
    ),
  ).toBe(false);
  const ambientC = SECONDS.map(() => 21);
  const reduce = (cpuC: Float64Array) =>
    reduceTrace({ timeS: SECONDS, cpuC, ambientC, powerW: SECONDS.map((_, i) => 150 + (i % 3)) }, RULE);
  expect(reduce(alive)).toMatchObject({ known: true, value: { settled: true } });
  expect(reduce(frozen)).toMatchObject({
    known: true,
    value: { settled: false, unsettledReason: expect.stringContaining('does not change') },
  });
});

test('the step of a sensor is read from its own readings, and a scatter of its size carries the mean', () => {
  const chance = seededChance(3);
  const read = (grid: number, scatter: number) =>
    Float64Array.from({ length: 300 }, () => grid * Math.round((38.3 + scatter * chance.normal()) / grid));
  expect(sensorStep(read(1, 0.1), 0, 300)).toBe(1);
  expect(sensorStep(read(0.5, 0.05), 0, 300)).toBe(0.5);
  expect(sensorStep(read(0.1, 0.05), 0, 300)).toBe(0);
  expect(sensorStep(read(1, 1.5), 0, 300)).toBe(0);
});

test('of two plateaus that both look loaded the higher one counts, where the die falls with the power', () => {
  const powerW = SECONDS.map((_, i) => (i < 600 ? 130 : 70) + (i % 2));
  const dieC = SECONDS.map((_, i) => (i < 600 ? 60 : 42));
  const whole = { first: 0, last: 899 };
  expect(higherPlateau({ timeS: SECONDS, dieC, powerW }, whole)).toEqual({ first: 0, last: 599 });
  // Held at its limit it draws less and falls by nothing: all of it is loaded.
  const held = SECONDS.map(() => 90);
  expect(higherPlateau({ timeS: SECONDS, dieC: held, powerW }, whole)).toEqual(whole);
  expect(higherPlateau({ timeS: SECONDS, dieC, powerW: SECONDS.map(() => 130) }, whole)).toEqual(whole);
});
