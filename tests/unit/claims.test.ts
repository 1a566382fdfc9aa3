import fc from 'fast-check';
import { otherRooms } from '@/core/flags/otherRooms';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { blankEntry, blankFan, entryPrice, priceParts, priceWords } from '@/core/lineUp/entry';
import { entryCurves } from '@/core/curves/entryCurve';
import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { crossings } from '@/core/judgement/pairs/crossings';
import { toSeparate } from '@/core/judgement/pairs/toSeparate';
import { pairDifference } from '@/core/ranking/pairDifference';
import { noResult } from '@/core/reduction/noResult';
import type { LabRun } from '@/core/runs/labRun';
import { whatToKnow } from '@/core/runs/runState';
import { fullSpeedLead, fullSpeedOrder } from '@/core/ranking/fullSpeed';
import { holdsWords } from '@/core/ranking/standingWords';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { restatedRise } from '@/core/reduction/restatedRise';
import { scoreScale } from '@/core/responses/scoreScale';
import { curveRule, responseOf } from '@/core/responses/responses';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { sameRun, type RunIdentity } from '@/core/runs/runIdentity';
import { seededChance, type Chance } from '@/core/statistics/chance';
import { criticalDifference } from '@/core/uncertainty/criticalDifference';

test('watts of the die restate a rise, those of a board or a wall never, and nobody is restated below the limit', () => {
  const fixed = { loadW: 170, program: false };
  expect(restatedRise(160, fixed, 40, false)).toMatchObject({ powerSource: 'measured', riseK: 42.5 });
  for (const powerAt of ['board', 'wall'] as const) {
    expect(restatedRise(260, { ...fixed, powerAt }, 40, false)).toMatchObject({
      ...{ powerSource: powerAt, powerMeanW: 260, riseK: 40 },
      resistanceKPerW: { known: true, value: 40 / 170 },
    });
    // What its die drew nobody knows.
    expect(restatedRise(150, { ...fixed, powerAt }, 67, true).resistanceKPerW.known).toBe(false);
  }
  expect(restatedRise(null, fixed, 40, false)).toMatchObject({ powerSource: 'nominal', riseK: 40 });
  fc.assert(
    fc.property(fc.double({ min: 20, max: 400, noNaN: true }), (powerW) => {
      expect(restatedRise(powerW, fixed, 67, true).riseK).toBeGreaterThanOrEqual(67);
      expect(restatedRise(powerW, { ...fixed, program: true }, 67, false).riseK).toBe(67);
    }),
  );
});

const SETTINGS = [
  { setting: '40 %', rpm: 600, levelDb: 27 },
  { setting: '60 %', rpm: 900, levelDb: 33 },
  { setting: '80 %', rpm: 1200, levelDb: 38 },
];

function pointsOf(entry: string, valueAt: (rpm: number) => number, more: Partial<MeasuredPoint> = {}) {
  return SETTINGS.map(({ setting, rpm, levelDb }): MeasuredPoint => ({
    ...{ run: `${entry}${setting}${more.mount}${more.pass}`, entry, mount: 1, pass: 1, setting, rpm },
    ...{ level: coolerLevel(levelDb, -20), settled: true, resistanceKPerW: null, dutyPct: null },
    ...{ shortfall: 0, roomDoubtK: 0 },
    value: valueAt(rpm),
    ...more,
  }));
}
const RULE = { lineDb: 33, loadW: 170, program: false, referenceAmbientC: 23, limitC: 90 };

test('the class of a power meter is shared by all of a rig: in no ±, and between two only by what they differ', () => {
  const meter = { name: 'M', kind: 'power meter' as const, range: '', resolution: '', grade: '2 %' };
  const doubt = instrumentDoubt({ instruments: [{ ...meter, calibratedOn: '', dueOn: '' }], checks: [] });
  expect(doubt.powerShare).toBeCloseTo(0.02 / Math.sqrt(3), 6);
  const rise = (entry: string, value: number, byPower: boolean) =>
    pointsOf(entry, () => value, { byPower, resistanceKPerW: value / 170 });
  const placedOf = (byPower: boolean) =>
    rankAtLine(
      entryCurves(
        [{ entry: 'a' }, { entry: 'b' }],
        [...rise('a', 40, byPower), ...rise('b', 40, byPower)],
        doubt,
        curveRule(responseOf('rise')!, 'noise'),
      ),
      RULE,
    ).placed;
  const [read, nominal] = [placedOf(true)[0]!, placedOf(false)[0]!];
  expect(read.watts).toBeCloseTo(40 * doubt.powerShare, 6);
  expect(nominal.watts).toBe(0);
  // DOUBT j: it cancels between two, and counts in what is claimed outright.
  expect(read.interval95).toBeCloseTo(nominal.interval95, 9);
  const [a, b] = [placedOf(true), placedOf(false)];
  expect(criticalDifference(a[0]!, a[1]!)).toBeCloseTo(criticalDifference(b[0]!, b[1]!), 9);
});

test('a die at its limit: over it, under it, or not to be told; held there by a program it throttles', () => {
  const statusOf = (value: number, program: boolean, heldByLimit = false) => {
    const curves = entryCurves(
      [{ entry: 'a' }],
      pointsOf('a', () => value, { heldByLimit }),
    );
    return rankAtLine(curves, { ...RULE, program }).placed[0]!.status;
  };
  expect([60, 66, 75].map((value) => statusOf(value, false))).toEqual(['ranked', 'near-limit', 'throttled']);
  expect(statusOf(66.5, true)).toBe('near-limit');
  expect(statusOf(66.5, true, true)).toBe('throttled');
  expect(holdsWords('near-limit')).toBe('near the limit');
  expect(holdsWords('ranked')).toBe('holds the load');
});

/** Six equal coolers of two mounts with two passes, their curves crossing by noise alone. */
function equalOnes(chance: Chance): MeasuredPoint[] {
  return Array.from({ length: 6 }, (_, e) => e).flatMap((e) =>
    [1, 2].flatMap((mount) => {
      const ofMount = 0.3 * chance.normal();
      return [1, 2].flatMap((pass) =>
        pointsOf(`e${e}`, (rpm) => 30 + 6000 / rpm + ofMount + 0.15 * chance.normal(), { mount, pass }),
      );
    }),
  );
}

test('of equal coolers no sentence is made: no crossover, no leader at full speed, in nineteen of twenty round-ups', () => {
  const chance = seededChance(11);
  const claimed = { crossing: 0, fullSpeed: 0 };
  const rounds = 40;
  for (let i = 0; i < rounds; i += 1) {
    const entries = Array.from({ length: 6 }, (_, e) => ({ entry: `e${e}`, isControl: e === 0 }));
    const curves = entryCurves(entries, equalOnes(chance));
    if (crossings(curves, { from: 27, to: 38 }).length > 0) claimed.crossing += 1;
    const ranking = rankAtLine(curves, RULE);
    if (fullSpeedLead(fullSpeedOrder(curves), ranking, 33) !== null) claimed.fullSpeed += 1;
  }
  expect(claimed.crossing).toBeLessThanOrEqual(2);
  expect(claimed.fullSpeed).toBeLessThanOrEqual(4);
});

test('one that surely leads at full speed, and nowhere else, is told', () => {
  const points = [1, 2].flatMap((mount) => [
    ...pointsOf('even', () => 40 + 0.1 * mount, { mount }),
    ...pointsOf('steep', (rpm) => (rpm > 1000 ? 34 : 44) + 0.1 * mount, { mount }),
  ]);
  const curves = entryCurves(
    ['even', 'steep'].map((entry) => ({ entry, isControl: false })),
    points,
  );
  const ranking = rankAtLine(curves, RULE);
  expect(ranking.placed[0]!.entry).toBe('even');
  expect(fullSpeedLead(fullSpeedOrder(curves), ranking, 33)).toMatchObject({
    entry: 'steep',
    overLineDb: expect.closeTo(5, 1),
  });
  expect(rankAtLine(curveEnds(curves, 'last'), { ...RULE, lineDb: BEYOND_ALL }).placed[0]!.entry).toBe(
    'steep',
  );
});

test('the price of an entry is each, how many, and together', () => {
  const fan = { name: 'Racha 120', kind: 'fan' as const, price: 9.9, packSize: 1 };
  const fitted = (count: number, eachPrice: number | null = null) => ({
    ...blankEntry(),
    fans: [blankFan({ name: 'Racha 120', count, eachPrice })],
  });
  expect([1, 2, 3].map((count) => entryPrice(fan, fitted(count)))).toEqual([9.9, 19.8, 29.7]);
  expect(entryPrice({ ...fan, price: 27, packSize: 3 }, fitted(2))).toBe(18);
  const cooler = { name: 'Levante', kind: 'air-tower' as const, price: 60, packSize: 1 };
  const dressed = { ...fitted(2, 9.9), extras: [{ name: 'bracket', price: 30 }] };
  expect(entryPrice(cooler, dressed)).toBe(109.8);
  expect(priceWords(priceParts(cooler, dressed)!, 'EUR')).toBe(
    'Levante 60.00 + Racha 120 2 × 9.90 + bracket 30.00 = 109.80 EUR',
  );
  expect(priceWords(priceParts(fan, fitted(2))!, 'EUR')).toBe('2 × 9.90 = 19.80 EUR');
  // Its own fans are part of a cooler's price; of one thing alone nothing is added up.
  expect(entryPrice(cooler, fitted(2))).toBe(60);
  expect(priceWords(priceParts(cooler, fitted(2))!, 'EUR')).toBe('');
  expect(entryPrice({ ...cooler, price: null }, dressed)).toBeNull();
});

test('scores are ranked by the scale that most runs have; the others are named', () => {
  const run = (id: number, unit: string, better: 'higher' | 'lower') => ({ id, score: { unit, better } });
  const [fps, seconds] = [run(1, 'fps', 'higher'), run(3, 's', 'lower')];
  const found = scoreScale([fps, run(2, 'fps', 'higher'), seconds, { id: 4, score: null }])!;
  expect(found.scale).toEqual({ unit: 'fps', better: 'higher' });
  expect(found.others.map(({ id }) => id)).toEqual([3]);
  // The same unit with the other side better is another scale.
  expect(scoreScale([fps, run(2, 'fps', 'lower')])!.others.map(({ id }) => id)).toEqual([2]);
  expect(scoreScale([{ score: null }])).toBeNull();
});

test('a room two decibels from that of the other mounts of its evening is told, and no other', () => {
  const heard = (id: number, floorDb: number, startedAt = '2026-11-20T19:00:00Z') => ({
    ...{ id, entry: 'a', mount: id, floorDb, startedAt },
  });
  expect(otherRooms([heard(1, 20.1), heard(2, 20.3), heard(3, 20.2), heard(4, 23)])).toEqual([
    [4, expect.closeTo(2.8, 9)],
  ]);
  expect(otherRooms([heard(1, 20.1), heard(2, 21.9), heard(3, 20.2)])).toEqual([]);
  // Another evening has its own room, and two mounts tell nothing.
  expect(otherRooms([heard(1, 20), heard(2, 20), heard(3, 26, '2026-11-21T19:00:00Z')])).toEqual([]);
});

test('a run is known again by its log, or by its rig and its numbers; another rig’s may be numbered alike', () => {
  const typed: RunIdentity = {
    ...{ rig: 'Bench A', label: '7', mount: 1, pass: 1, setting: '60 %', noiseDb: 33, floorDb: 20 },
    ...{ typedCpuC: 61, traceDigest: '', loadW: 170, loadName: '', gpuLoadW: 0 },
  };
  expect(sameRun(typed, { ...typed, noiseDb: 33.4 })).toBe(true);
  expect(sameRun(typed, { ...typed, rig: 'Bench B' })).toBe(false);
  expect(sameRun(typed, { ...typed, noiseDb: 35, typedCpuC: 64 })).toBe(false);
  expect(sameRun({ ...typed, traceDigest: 'x' }, { ...typed, traceDigest: 'y' })).toBe(false);
  expect(sameRun({ ...typed, traceDigest: 'x' }, { ...typed, rig: 'Bench B', traceDigest: 'x' })).toBe(true);
});

test('a loudness that the room drowns is a bound and stands on no curve', () => {
  const rule = curveRule(responseOf('sone')!, 'noise');
  const heard = (entry: string, isBound: boolean) =>
    pointsOf(entry, (rpm) => rpm / 600, { isBound, mount: 1 });
  const entries = ['clear', 'drowned'].map((entry) => ({ entry, isControl: false }));
  const curves = entryCurves(entries, [...heard('clear', false), ...heard('drowned', true)], undefined, rule);
  const { placed, notPlaced } = rankAtLine(curves, { ...RULE, throttles: false });
  expect(placed.map(({ entry, value }) => [entry, value])).toEqual([['clear', expect.closeTo(1.5, 4)]]);
  expect(notPlaced).toMatchObject([{ entry: 'drowned', status: 'below-floor' }]);
});

test('twelve equal ones side by side: one is coloured in at most one round-up of twelve', () => {
  const chance = seededChance(17);
  const rounds = 300;
  let coloured = 0;
  for (let i = 0; i < rounds; i += 1) {
    const cells = Array.from({ length: 12 }, () => ({
      ...{ value: 40 + 0.3 * chance.normal(), shared: 0 },
      doubt: [{ from: 'mounts' as const, variance: 0.09, freedom: Infinity }],
    }));
    if (cells.slice(1).some((cell) => !pairDifference(cells[0]!, cell, 12).isOpen)) coloured += 1;
  }
  expect(coloured / rounds).toBeLessThan(1 / 12);
  // At 95 % each it would be one in four.
  expect(
    pairDifference({ value: 0, shared: 0, doubt: [] }, { value: 1, shared: 0, doubt: [] }, 12).isOpen,
  ).toBe(false);
});

test('what would separate two does so four times in five', () => {
  const chance = seededChance(23);
  const one = (value: number, mounts: number, passes: number) => ({
    ...{ value, shared: 0, mounts, passes },
    doubt: [
      { from: 'mounts' as const, variance: 0.16 / mounts, freedom: Infinity },
      { from: 'mounts' as const, variance: 0.04 / (mounts * passes), freedom: Infinity },
    ],
  });
  const found = toSeparate(one(40, 1, 1), one(40.6, 1, 1));
  if (!found.known) throw new Error(found.reason);
  const { mounts, passes } = found.value;
  const sigma = Math.sqrt(0.16 / mounts + 0.04 / (mounts * passes));
  const rounds = 400;
  let separated = 0;
  for (let i = 0; i < rounds; i += 1) {
    const [a, b] = [40 + sigma * chance.normal(), 40.6 + sigma * chance.normal()];
    if (!pairDifference(one(a, mounts, passes), one(b, mounts, passes)).isOpen) separated += 1;
  }
  expect(separated / rounds).toBeGreaterThan(0.76);
  expect(separated / rounds).toBeLessThan(0.95);
});

test('what a run says of its power: where it was read, and what is odd of it', () => {
  const noted = (reduction: object) =>
    whatToKnow(
      {
        ...{ loadW: 170, loadName: '', setting: '60 %', hasTrace: true, levelCorrection: null },
        level: coolerLevel(40, 20),
        reduction: {
          ...noResult(''),
          settled: true,
          unsettledReason: '',
          ambientSource: 'probe',
          ...reduction,
        },
      } as unknown as LabRun,
      90,
      [],
    );
  expect(noted({ powerSource: 'wall', powerMeanW: 260.4 })).toEqual([
    'Power read at the wall, 260 W: it checks the load and restates nothing',
  ]);
  expect(noted({ powerSource: 'measured', powerMeanW: 168 })).toEqual([]);
  expect(noted({ powerSource: 'measured', powerMeanW: 182, heatLimited: true })).toEqual([
    'Held at 90 °C: 182 W of 170 W flowed',
    'At its limit the die draws 182 W, more than the load of 170 W: are those the watts of the die?',
  ]);
  expect(noted({ powerSource: 'board', powerMeanW: 150, heatLimited: true })[0]).toBe(
    'Held at 90 °C, and the 150 W were read at the board: K/W is not known',
  );
});
