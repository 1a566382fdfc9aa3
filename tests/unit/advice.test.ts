import { usualCase } from '@/core/cases/labCase';
import { fitsAnswer } from '@/core/judgement/readers/fitsAnswer';
import fc from 'fast-check';
import { known, unknown } from '@/core/outcome';
import { NO_LIMITS } from '@/core/lineUp/roomLimits';
import { advise, type Candidate, type Machine } from '@/core/judgement/readers/advice';
import { priceFront } from '@/core/judgement/readers/priceFront';
import { crossings } from '@/core/judgement/pairs/crossings';
import { onlyIn, surelyElsewhere, wayDifferences, type WayColumn } from '@/core/ranking/wayPlaces';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { coolerLevel } from '@/core/levels/coolerLevel';

const LOAD_W = 170;

function curvesOf(lines: Record<string, readonly [number, number][]>) {
  const points = Object.entries(lines).flatMap(([entry, settings]) =>
    settings.flatMap(([levelDb, resistanceKPerW], i) =>
      [1, 2].map((pass): MeasuredPoint => ({
        ...{ run: `${entry}${i}${pass}`, entry, mount: 1, pass, setting: `${i}`, settled: true },
        ...{ level: coolerLevel(levelDb, -20), resistanceKPerW, shortfall: 0, roomDoubtK: 0 },
        value: (resistanceKPerW + (pass === 1 ? 0.0003 : -0.0003)) * LOAD_W,
      })),
    ),
  );
  const entries = Object.keys(lines).map((entry) => ({ entry, isControl: false }));
  return entryCurves(entries, points);
}

const [cool] = curvesOf({
  cool: [
    [30, 0.22],
    [36, 0.18],
  ],
});
const candidate: Candidate = {
  ...{
    entry: 'cool',
    curve: cool!,
    heightMm: 158,
    memoryClearanceMm: 40,
    radiatorMm: null,
    radiatorDepthMm: null,
    isLoop: false,
    isCase: false,
    fanThicknessMm: 25,
    sockets: [],
    price: known(60),
  },
};
const machine: Machine = {
  ...{ watts: 150, limitC: 90, roomC: 25, noiseDba: 33, currency: 'EUR' },
  ...NO_LIMITS,
  ...{ heightMm: 160, memoryMm: 38, budget: 70, room: null },
};

test('far beyond the measured load a die temperature is marked, then refused', () => {
  const at = (watts: number) => advise(candidate, { ...machine, watts, limitC: 5000 });
  expect(at(1.29 * LOAD_W)).toMatchObject({ status: 'fits', misses: [] });
  expect(at(1.31 * LOAD_W)).toMatchObject({
    status: 'open',
    misses: [expect.stringContaining('measured at 170 W only')],
    dieC: expect.any(Number),
  });
  expect(at(5000)).toMatchObject({
    status: 'misses',
    misses: ['measured at 170 W: 5000 W is too far beyond that'],
    dieC: null,
  });
});

test('the die is the room and R times the watts, for any machine that can be', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 1.29 * LOAD_W, noNaN: true }),
      fc.double({ min: 10, max: 40, noNaN: true }),
      fc.double({ min: 30, max: 36, noNaN: true }),
      (watts, roomC, noiseDba) => {
        const found = advise(candidate, { ...machine, watts, roomC, noiseDba });
        const wanted = roomC + (0.22 - ((noiseDba - 30) / 6) * 0.04) * watts;
        expect(found.dieC).toBeCloseTo(wanted, 1);
        expect(found.marginK).toBeCloseTo(90 - found.dieC!, 9);
        // Beyond its doubt it fits or misses; within it nothing is recommended.
        const { marginK, interval95 } = found as { marginK: number; interval95: number };
        const status = marginK < -interval95 ? 'misses' : marginK < interval95 ? 'open' : 'fits';
        expect(found.status).toBe(status);
      },
    ),
  );
});

test.each<[string, Partial<Machine>, Partial<Candidate>, string, string[]]>([
  ['all is kept', {}, {}, 'fits', []],
  [
    'no wish but heat',
    { heightMm: null, memoryMm: null, budget: null },
    { heightMm: null, price: unknown('no price recorded') },
    'fits',
    [],
  ],
  ['too high', { heightMm: 155 }, {}, 'misses', ['158 mm tall, 3 mm too tall']],
  ['in the way of the memory', { memoryMm: 44 }, {}, 'misses', ['leaves 40 mm for memory, 4 mm too little']],
  ['too dear', { budget: 49.5 }, {}, 'misses', ['10.50 EUR over the budget']],
  ['height not recorded', {}, { heightMm: null }, 'open', ['height not recorded']],
  ['no rate', {}, { price: unknown('priced in SEK') }, 'open', ['priced in SEK']],
  ['too hot', { watts: 200, limitC: 50 }, {}, 'misses', ['15.0 K over the limit']],
  ['too quiet a wish', { noiseDba: 24 }, {}, 'misses', ['its quietest setting is 30.0 dB(A)']],
  [
    'two things',
    { heightMm: 155, budget: 49.5 },
    {},
    'misses',
    ['158 mm tall, 3 mm too tall', '10.50 EUR over the budget'],
  ],
])('%s', (_, wish, known, status, misses) => {
  const found = advise({ ...candidate, ...known }, { ...machine, ...wish });
  expect([found.status, found.misses]).toEqual([status, misses]);
});

test('a loop fits by its radiator at a side of the case; what is left over others is told', () => {
  const box = usualCase('Baúl');
  const room = {
    ...box,
    sides: box.sides.map((side) => ({
      ...side,
      radiatorMm: side.place === 'front' ? 360 : side.place === 'top' ? 280 : null,
      radiatorDepthMm: side.place === 'front' ? 60 : side.place === 'top' ? 52 : null,
    })),
  };
  const loop = { ...candidate, isLoop: true, heightMm: 900, radiatorMm: 277, radiatorDepthMm: 55 };
  // Long enough for both, too deep for the top.
  expect(advise(loop, { ...machine, room })).toMatchObject({
    status: 'fits',
    radiatorAt: 'front',
    overMm: null,
  });
  expect(advise({ ...loop, radiatorMm: 397 }, { ...machine, room })).toMatchObject({
    ...{ status: 'misses', radiatorAt: null },
    misses: [expect.stringContaining('397 mm goes nowhere in Baúl')],
  });
  expect(advise({ ...loop, radiatorMm: null }, { ...machine, room }).status).toBe('open');
  // Nobody said whether there is room for it.
  expect(advise(loop, { ...machine, heightMm: 160 })).toMatchObject({
    status: 'open',
    misses: ['room for its radiator was not given'],
  });
  expect(advise(candidate, { ...machine, room })).toMatchObject({
    overMm: 2,
    memoryOverMm: 2,
    radiatorAt: null,
  });
});

test('the headline of what fits names the coolest only where its margin is clear of the others', () => {
  // Margins in a room and a limit that all share: 60 K less the rise, ± 1.5 K each.
  const fit = (entry: string, marginK: number, status: 'fits' | 'open' | 'misses' = 'fits') => ({
    ...{ entry, status },
    rise: {
      ...{ value: 60 - marginK, shared: 0 },
      doubt: [{ from: 'mounts' as const, variance: (1.5 / 1.96) ** 2, freedom: Infinity }],
    },
  });
  const told = (...found: ReturnType<typeof fit>[]) => fitsAnswer(found, (entry) => entry.toUpperCase());
  expect(told(fit('a', 34), fit('b', 30), fit('c', 9, 'misses'))).toBe('Two fit; A is the coolest of them.');
  expect(told(fit('a', 34), fit('b', 32))).toBe('Two fit; the coolest of them are too close to call.');
  // Among many what is apart for two is no longer.
  const many = Array.from({ length: 18 }, (_, i) => fit(`x${i}`, 10));
  expect(told(fit('a', 34), fit('b', 31.7))).toBe('Two fit; A is the coolest of them.');
  expect(told(fit('a', 34), fit('b', 31.7), ...many)).toBe(
    '20 fit; the coolest of them are too close to call.',
  );
  expect(told(fit('a', 34), fit('b', 30, 'open'))).toBe('One fits: A.');
  expect(told(fit('a', 3, 'open'))).toBe('None surely fits; 1 entry may.');
  expect(told(fit('a', -3, 'misses'))).toBe('None fits.');
});

test('a loud wish stands by its loudest setting, and impossible machines are refused', () => {
  expect(advise(candidate, { ...machine, noiseDba: 50 })).toMatchObject({
    levelDb: expect.closeTo(36, 3),
    status: 'fits',
  });
  expect(() => advise(candidate, { ...machine, watts: 0 })).toThrow('watts must be positive');
  expect(() => advise(candidate, { ...machine, roomC: 95 })).toThrow('not over a room of 95');
});

test('curves cross where their differences change sign, quietest first, and touching ones do not', () => {
  const curves = curvesOf({
    steep: [
      [30, 0.26],
      [36, 0.18],
    ],
    flat: [
      [30, 0.24],
      [36, 0.2],
    ],
    under: [
      [30, 0.17],
      [36, 0.16],
    ],
  });
  expect(crossings(curves, { from: 30, to: 36 })).toEqual([
    {
      ...{ atDb: expect.closeTo(33, 2), value: expect.closeTo(37.4, 2), below: 'flat', above: 'steep' },
      ...{ fromDb: 30, belowDb: 30.5, aboveDb: 35.5, toDb: 36 },
    },
  ]);
  // Among a dozen that are compared at once these two leave no interval on either side: nothing is said of them.
  expect(crossings(curves, { from: 30, to: 36 }, { compared: 12 })).toEqual([]);
  expect(crossings(curves, { from: 30, to: 32.5 })).toEqual([]);
  expect(crossings([curves[0]!, curves[0]!], { from: 30, to: 36 })).toEqual([]);
  expect(() => crossings(curves, { from: 36, to: 30 })).toThrow('no width');
});

const place = (placeFrom: number, placeTo: number, levelDb: number) => ({
  ...{ placeFrom, placeTo, levelDb, value: 38, interval95: 0.3, status: 'ranked' as const },
});
const column = (key: string, name: string, places: WayColumn['places']): WayColumn => ({
  ...{ key, name, places, reasons: {}, order: Object.keys(places), ties: [] },
});

test('where a way disagrees with equal noise is told of places that surely differ, with what it costs in decibels', () => {
  const atNoise = column('noise', 'at 33.0 dB(A)', { a: place(1, 2, 33), b: place(3, 3, 33) });
  const nameOf = (entry: string) => entry.toUpperCase();
  const told = (places: WayColumn['places']) =>
    wayDifferences([atNoise, column('full', 'at full speed', places)], atNoise, 33, nameOf)
      .map(({ sentence }) => sentence)
      .join(' ');
  expect(told({ b: place(1, 1, 45), a: place(2, 2, 40) })).toBe(
    'B is first at full speed (12.0 dB above the noise line); at equal noise it is third.',
  );
  expect(told({ c: place(1, 1, 33.2) })).toBe('C is first at full speed; at equal noise it is not ranked.');
  expect(told({ a: place(1, 1, 45) })).toBe('');
  // One who joins an order moves all behind it, and says nothing of them.
  const joined = { c: place(1, 1, 45), b: place(2, 2, 46) };
  expect(surelyElsewhere(place(3, 3, 40), place(2, 2, 33), onlyIn(['a', 'b', 'c'], ['b', 'c']))).toBe(false);
  expect(surelyElsewhere(place(4, 4, 40), place(2, 2, 33), onlyIn(['a', 'b', 'c'], ['b', 'c']))).toBe(true);
  expect(told(joined)).toContain('C is first');
  // A range of places is told as one; whose range still meets its own at equal noise has moved by nothing that holds.
  expect(told({ b: place(1, 2, 45), a: place(1, 2, 40) })).toBe(
    'B is first to second at full speed (12.0 dB above the noise line); at equal noise it is third.',
  );
});

const priced = (entry: string, price: number, value: number, sigma = 0.1) => ({
  ...{ entry, price, value, shared: 0 },
  doubt: [{ from: 'mounts' as const, variance: sigma ** 2, freedom: Infinity }],
});

test('the front of price and rise: who is beaten, what a kelvin of the next step costs, and nothing inside its doubt', () => {
  const [cheap, middle, beaten, twin, best] = priceFront([
    priced('cheap', 44, 39.4),
    priced('middle', 95, 36),
    priced('beaten', 109, 37),
    // A tenth of a kelvin better and dearer: neither beaten nor a step.
    priced('twin', 99, 35.9),
    priced('best', 139, 33),
  ]);
  expect(cheap).toEqual({
    ...{ entry: 'cheap', beatenBy: [] },
    next: {
      entry: 'middle',
      moreMoney: 51,
      better: expect.closeTo(3.4, 9),
      // The pair is compared among five: 0.1 K each, ± 0.39 K.
      better95: expect.closeTo(0.386, 2),
      moneyPerUnit: expect.closeTo(15, 9),
      perUnit95: [expect.closeTo(51 / 3.786, 1), expect.closeTo(51 / 3.014, 1)],
    },
  });
  expect(middle!.next!.entry).toBe('best');
  expect(beaten).toMatchObject({ beatenBy: ['middle', 'twin'], next: null });
  expect(twin!.beatenBy).toEqual([]);
  expect(best).toEqual({ entry: 'best', beatenBy: [], next: null });
  // Two of one price and one rise beat nobody; with more doubt nobody is beaten at all.
  expect(
    priceFront([priced('a', 50, 38), priced('b', 50, 38)]).every(({ beatenBy }) => beatenBy.length === 0),
  ).toBe(true);
  expect(priceFront([priced('a', 50, 38, 2), priced('b', 60, 39, 2)])[1]!.beatenBy).toEqual([]);
  expect(priceFront([])).toEqual([]);
});
