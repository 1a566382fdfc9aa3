import { defaultBrief } from '@/core/brief/brief';
import fc from 'fast-check';
import { heatsinkFanGrid, type GridCell } from '@/core/judgement/heatsinkFanGrid';
import { kelvinWorth } from '@/core/judgement/readers/kelvinWorth';
import { leadsAlong, overLines, type ScoredEntry } from '@/core/judgement/overLines';
import { priceFront } from '@/core/judgement/readers/priceFront';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { latestPrice, priceIn, type DatedPrice } from '@/core/lineUp/prices';
import { filterWords, NO_FILTER, whyLeftOut } from '@/core/lineUp/fitFilter';
import { missedLimits, NO_LIMITS, socketList } from '@/core/lineUp/roomLimits';
import { blankFan } from '@/core/lineUp/entry';
import { blankProduct } from '@/core/lineUp/product';
import { seededChance } from '@/core/statistics/chance';
import { fTail } from '@/core/statistics/distributions/fTail';
import { reasonOf as reason, valueOf as value } from '../support/outcome';

// Upper 5 % and 1 % points of F, as every table has them.
test.each([
  [161.448, 1, 1, 0.05],
  [4.103, 2, 10, 0.05],
  [3.326, 5, 10, 0.05],
  [10.044, 1, 10, 0.01],
  [2.866, 4, 20, 0.05],
  [1.831, 10, Infinity, 0.05],
])('F is over %d with %d and %d degrees of freedom in %d of all cases', (f, above, below, share) => {
  expect(fTail(f, above, below)).toBeCloseTo(share, 4);
});

test('the tail of F of one degree is the two-sided tail of t, and falls as F grows', () => {
  expect(fTail(2.228 ** 2, 1, 10)).toBeCloseTo(0.05, 4);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0.01, max: 5, noNaN: true }),
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 1, max: 200 }),
      (f, more, above, below) => {
        const tail = fTail(f, above, below);
        expect(tail).toBeGreaterThanOrEqual(0);
        expect(tail).toBeLessThanOrEqual(1 + 1e-12);
        expect(fTail(f + more, above, below)).toBeLessThanOrEqual(tail + 1e-12);
      },
    ),
  );
  expect(() => fTail(-1, 2, 2)).toThrow(/fTail/);
});

/** Breaks of yarn by wool and tension (Tippett 1950, as printed with its two-way analysis: residual mean square 119.7, 48 d.f.). */
const MEANS: Record<string, number[]> = {
  A: [44.5556, 24, 24.5556],
  B: [28.2222, 28.7778, 18.7778],
};
/** Laid out so that lg(R − shared) is the mean in hundredths: the spread of a mean of nine goes with it. */
function asGrid(shared: number, means = MEANS): GridCell[] {
  return Object.entries(means).flatMap(([heatsink, row]) =>
    row.map((mean, i) => {
      const over = 10 ** (mean / 100);
      const variance = (119.7 / 9 / 100 ** 2) * (over * Math.LN10) ** 2;
      return { heatsink, fan: 'LMH'[i]!, resistanceKPerW: over + shared, variance, freedom: 8 };
    }),
  );
}

test('effects and interaction of a published two-way analysis', () => {
  const fit = value(heatsinkFanGrid(asGrid(0.1), 0.1));
  const { f, above, below, p } = value(fit.interaction);
  expect(f).toBeCloseTo(4.189, 2);
  expect(above).toBe(2);
  expect(below).toBeCloseTo(48, 1);
  expect(p).toBeCloseTo(0.021, 3);
  const lg = (share: number) => 100 * Math.log10(1 + share);
  // Means of the wools 31.04 and 25.26, of the tensions 36.39, 26.39 and 21.67, of all 28.15.
  expect(fit.heatsinks.map(({ name }) => name)).toEqual(['B', 'A']);
  expect(lg(fit.heatsinks[0]!.share)).toBeCloseTo(25.259 - 28.148, 2);
  expect(fit.fans.map(({ name }) => name)).toEqual(['H', 'M', 'L']);
  expect(lg(fit.fans[0]!.share)).toBeCloseTo(21.667 - 28.148, 2);
  // Half-width of a wool's effect: t(48) √(119.7 / 54).
  expect(lg(fit.heatsinks[0]!.to) - lg(fit.heatsinks[0]!.share)).toBeCloseTo(
    2.0106 * Math.sqrt(119.7 / 54),
    1,
  );
  expect(fit.holes).toEqual([]);
});

/** An additive truth with holes. */
const cellOf = (heatsink: string, fan: string, over: number): GridCell => ({
  ...{ heatsink, fan, resistanceKPerW: 0.1 + over },
  ...{ variance: 1e-8, freedom: 10 },
});

test('an additive grid with holes is found exactly, holes foretold, and each heatsink’s own fan priced in R', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.05, max: 0.3, noNaN: true }), { minLength: 2, maxLength: 5 }),
      fc.array(fc.double({ min: 0.7, max: 1.4, noNaN: true }), { minLength: 3, maxLength: 5 }),
      fc.nat(),
      (sinks, fans, pick) => {
        const all = sinks.flatMap((sink, i) => fans.map((fan, j) => cellOf(`h${i}`, `f${j}`, sink * fan)));
        const gone = all[1 + (pick % (all.length - 1))]!;
        const cells = all.filter((cell) => cell !== gone);
        const found = heatsinkFanGrid(cells, 0.1, { h0: 'f0' });
        if (sinks.length === 2 && fans.length < 3) return;
        const fit = value(found);
        expect(fit.holes).toHaveLength(1);
        expect(fit.holes[0]).toMatchObject({ heatsink: gone.heatsink, fan: gone.fan });
        expect(fit.holes[0]!.resistanceKPerW).toBeCloseTo(gone.resistanceKPerW, 9);
        const best = Math.min(...fans);
        for (const { bestFan, share } of fit.heldBack) {
          expect(fans[Number(bestFan.slice(1))]).toBeCloseTo(best, 12);
          expect(1 + share).toBeCloseTo(best / fans[0]!, 9);
        }
        // What is left over is rounding, and no interaction.
        if (fit.interaction.known) expect(fit.interaction.value.p).toBeGreaterThan(0.99);
      },
    ),
    { numRuns: 60 },
  );
});

test('a grid in two pieces says what to measure, and one that cannot be tested says so', () => {
  const two = [cellOf('a', 'x', 0.1), cellOf('b', 'x', 0.2), cellOf('c', 'y', 0.1), cellOf('c', 'z', 0.2)];
  expect(reason(heatsinkFanGrid(two, 0.1))).toBe(
    'the grid is in 2 pieces (a, b with x; c with y, z): measure a with y to join them',
  );
  const bare = [cellOf('a', 'x', 0.1), cellOf('b', 'x', 0.2), cellOf('b', 'y', 0.1)];
  expect(reason(value(heatsinkFanGrid(bare, 0.1)).interaction)).toMatch(/each cell is needed/);
  expect(reason(heatsinkFanGrid([cellOf('a', 'x', 0.1)], 0.1))).toMatch(/two heatsinks and two fans/);
  expect(reason(heatsinkFanGrid([...bare, cellOf('a', 'y', 0.05)], 0.16))).toMatch(
    /shared part of 0.16 K\/W is not under/,
  );
  expect(() => heatsinkFanGrid([{ ...bare[0]!, variance: -1 }], 0.1)).toThrow(/heatsinkFanGrid/);
});

test('an interaction of fans and heatsinks is told in five of a hundred grids that have none', () => {
  const chance = seededChance(3);
  let told = 0;
  for (let i = 0; i < 400; i += 1) {
    const cells = [0.1, 0.12, 0.15].flatMap((sink, h) =>
      [1, 0.9, 1.1].map((fan, f) => {
        const over = sink * fan;
        const sigma = 0.01 * over;
        return {
          ...cellOf(`h${h}`, `f${f}`, over + sigma * chance.normal()),
          variance: sigma ** 2,
          freedom: 1e6,
        };
      }),
    );
    if (value(value(heatsinkFanGrid(cells, 0.1)).interaction).p < 0.05) told += 1;
  }
  expect(told).toBeGreaterThan(8);
  expect(told).toBeLessThan(34);
});

const entry = (name: string, at: (number | null)[], sigma = 0): ScoredEntry => ({
  entry: name,
  at: at.map((here) =>
    here === null
      ? null
      : { value: here, shared: 0, doubt: [{ from: 'mounts' as const, variance: sigma ** 2, freedom: 20 }] },
  ),
});
const weighed = (...weights: number[]) => weights.map((weight, i) => ({ label: `p${i}`, weight }));

test('a score by weights: its order, where it flips, and who is first for any weights', () => {
  const both = [entry('a', [0.2, 0.3]), entry('b', [0.22, 0.27])];
  const told = value(overLines(both, weighed(1, 1)));
  expect(told.scores.map(({ entry: name }) => name)).toEqual(['b', 'a']);
  expect(told.scores[0]!.value).toBeCloseTo(0.245, 12);
  expect(told.anyWeights).toBe(false);
  expect(told.flips).toEqual([
    { point: 0, now: 0.5, flipsAt: expect.closeTo(0.6, 9) as number, to: 'a' },
    { point: 1, now: 0.5, flipsAt: expect.closeTo(0.4, 9) as number, to: 'a' },
  ]);
  const any = value(overLines([...both, entry('c', [0.19, 0.26])], weighed(3, 1)));
  expect(any).toMatchObject({ anyWeights: true, flips: [] });
  const lacking = value(overLines([...both, entry('d', [0.1, null])], weighed(1, 1)));
  expect(lacking.leftOut).toEqual([{ entry: 'd', points: [1] }]);
  // A point that counts for nothing is missed by nobody.
  expect(value(overLines([...both, entry('d', [0.1, null])], weighed(1, 0))).scores[0]!.entry).toBe('d');
  expect(reason(overLines(both, weighed(0, 0)))).toMatch(/sum to nothing/);
  expect(() => overLines(both, weighed(-1, 2))).toThrow(/overLines/);
});

test('who leads where as one point comes to count for all: the stretches cover the whole, and turn where figures draw level', () => {
  const sharp = [entry('a', [0.2, 0.3], 1e-6), entry('b', [0.22, 0.27], 1e-6)];
  const [first, second, ...more] = leadsAlong(sharp, weighed(1, 1), 0);
  expect(more).toEqual([]);
  expect(first).toMatchObject({ from: 0, first: ['b'] });
  expect(second).toMatchObject({ to: 1, first: ['a'] });
  expect(first!.to).toBe(second!.from);
  expect(Math.abs(first!.to - 0.6)).toBeLessThan(0.03);
  // Within their doubt they tie around there, and nobody leads.
  const doubtful = leadsAlong(
    [entry('a', [0.2, 0.3], 0.004), entry('b', [0.22, 0.27], 0.004)],
    weighed(1, 1),
    0,
  );
  expect(doubtful.map(({ first: names }) => names.length)).toEqual([1, 2, 1]);
});

test('at the weight where it flips both have one score, and no scale of weights changes an order', () => {
  const rows = fc.array(
    fc.array(fc.double({ min: 0.1, max: 0.5, noNaN: true }), { minLength: 3, maxLength: 3 }),
    {
      minLength: 2,
      maxLength: 6,
    },
  );
  const weights = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 3, maxLength: 3 });
  fc.assert(
    fc.property(rows, weights, (values, given) => {
      const entries = values.map((at, i) => entry(`e${i}`, at, 0.001));
      const told = value(overLines(entries, weighed(...given)));
      const scaled = value(overLines(entries, weighed(...given.map((weight) => 7 * weight))));
      expect(scaled.scores.map(({ entry: name }) => name)).toEqual(
        told.scores.map(({ entry: name }) => name),
      );
      const total = given[0]! + given[1]! + given[2]!;
      for (const { point, flipsAt, to } of told.flips) {
        const rest = total - given[point]!;
        const moved = given.map((weight, i) => (i === point ? flipsAt : (weight / rest) * (1 - flipsAt)));
        const scoreOf = (name: string) =>
          values[Number(name.slice(1))]!.reduce((sum, r, i) => sum + moved[i]! * r, 0);
        expect(scoreOf(to)).toBeCloseTo(scoreOf(told.scores[0]!.entry), 9);
      }
    }),
  );
});

test('what moves together over loads and lines is no surer for being seen in several', () => {
  const one = value(overLines([entry('a', [0.2], 0.004)], weighed(1))).scores[0]!;
  const three = value(overLines([entry('a', [0.2, 0.2, 0.2], 0.004)], weighed(1, 2, 3))).scores[0]!;
  expect(three.interval95).toBeCloseTo(one.interval95, 9);
});

test('a kelvin is worth its slope where the clock hangs on it, and nothing where it does not', () => {
  const chance = seededChance(8);
  const points = (perK: number) =>
    Array.from({ length: 40 }, (_, i) => ({
      riseK: 30 + i,
      value: 4200 - perK * (30 + i) + 3 * chance.normal(),
    }));
  const falling = value(kelvinWorth(points(2.4)));
  expect(falling.isWorth).toBe(true);
  expect(Math.abs(falling.perK - 2.4)).toBeLessThan(2 * falling.interval95);
  let worth = 0;
  for (let i = 0; i < 200; i += 1) if (value(kelvinWorth(points(0))).isWorth) worth += 1;
  expect(worth).toBeLessThan(24);
  expect(reason(kelvinWorth(points(1).slice(0, 3)))).toMatch(/fewer than five/);
  expect(reason(kelvinWorth(points(1).map((point) => ({ ...point, riseK: 40 }))))).toMatch(/within 0.0 K/);
});

const priced = (date: string, price: number, more: Partial<DatedPrice> = {}): DatedPrice => ({
  ...{ date, price, currency: 'EUR', region: 'ES', inStock: true, note: '' },
  ...more,
});

test('the newest price of a region counts, what is sold out does not while another is sold, and money needs a rate', () => {
  const prices = [
    priced('2026-10-01', 60),
    priced('2026-11-01', 55, { region: 'FR' }),
    priced('2026-11-20', 40, { inStock: false }),
    priced('2026-10-20', 58, { inStock: null }),
  ];
  expect(latestPrice(prices, '')!.price).toBe(55);
  expect(latestPrice(prices, ' es ')!.price).toBe(58);
  expect(latestPrice(prices.slice(2, 3), 'ES')!.price).toBe(40);
  expect(latestPrice(prices, 'US')).toBeNull();
  expect(priceIn(109, 'USD', 'EUR', [{ currency: 'USD', rate: 0.92 }])).toEqual({
    known: true,
    value: 100.28,
  });
  expect(reason(priceIn(109, 'GBP', 'EUR', [{ currency: 'USD', rate: 0.92 }]))).toBe(
    'priced in GBP, and the brief states no rate to EUR',
  );
  expect(() => priceIn(-1, 'EUR', 'EUR', [])).toThrow(/priceIn/);
});

test('the front of a response that is better higher turns with its side', () => {
  const sure = { doubt: [], shared: 0 };
  const fans = [
    { entry: 'dear', value: 2.1, price: 30, ...sure },
    { entry: 'weak', value: 1.2, price: 25, ...sure },
    { entry: 'cheap', value: 1.6, price: 10, ...sure },
  ];
  const front = priceFront(fans, 'higher');
  expect(front[1]!.beatenBy).toEqual(['cheap']);
  expect(front[2]!.next).toMatchObject({
    entry: 'dear',
    moreMoney: 20,
    moneyPerUnit: expect.closeTo(40, 9) as number,
  });
  // Taken as if less were better, the order of the same fans is another.
  expect(priceFront(fans, 'lower')[1]!.beatenBy).toEqual([]);
});

test('a fan clipped higher makes the whole higher and leaves more for memory, a thin one clears it', () => {
  const tower = blankProduct({
    ...{ name: 'Levante', kind: 'air-tower', heightMm: 158, memoryClearanceMm: 33 },
    ...{ fanThicknessMm: 25, finsToMemoryMm: 20 },
  });
  const withFans = (...fans: Partial<Parameters<typeof blankFan>[0]>[]) =>
    configuredSize(tower, { fans: fans.map((fan) => blankFan({ name: 'f', ...fan })) });
  expect(withFans({})).toMatchObject({ heightMm: 158, memoryClearanceMm: 33, fanThicknessMm: 25 });
  expect(withFans({ raisedMm: 8 })).toMatchObject({ heightMm: 166, memoryClearanceMm: 41 });
  // A lower one takes of the memory's room and adds nothing.
  expect(withFans({ raisedMm: -5 })).toMatchObject({ heightMm: 158, memoryClearanceMm: 28 });
  expect(withFans({ thicknessMm: 15 }).memoryClearanceMm).toBe(500);
  expect(withFans({ raisedMm: 10 }, { raisedMm: 0 })).toMatchObject({ heightMm: 168, memoryClearanceMm: 33 });
  expect(configuredSize({ ...tower, heightMm: null, memoryClearanceMm: null }, { fans: [] })).toMatchObject({
    heightMm: null,
    memoryClearanceMm: null,
  });
});

const ANY = { ...NO_FILTER, currency: 'EUR' };

const fits: Parameters<typeof whyLeftOut>[0] = {
  ...{
    heightMm: 158,
    memoryClearanceMm: 33,
    fanThicknessMm: 25,
    radiatorMm: null,
    radiatorDepthMm: null,
    isLoop: false,
    isCase: false,
    sockets: socketList('W8; W10'),
  },
  ...{ held: { capacityW: 210, interval95: 8 }, price: { known: true, value: 60 } },
};

test.each([
  [{ heightMm: 158 }, []],
  [{ heightMm: 155 }, ['158 mm tall, 3 mm too tall']],
  [{ memoryMm: 40 }, ['leaves 33 mm for memory, 7 mm too little']],
  [{ fanThicknessMm: 15 }, ['fan 25 mm thick, 10 mm too thick']],
  [{ radiatorMm: 10 }, []],
  [{ socket: 'w10' }, []],
  [{ socket: 'W9' }, ['does not fit W9']],
  [{ watts: 250 }, ['holds 210 ± 8 W at the line, 250 W needed']],
  [{ watts: 215 }, ['too close to call: holds 210 ± 8 W at the line, 215 W needed']],
  [{ watts: 205 }, ['too close to call: holds 210 ± 8 W at the line, 205 W needed']],
  [{ watts: 202 }, []],
  [{ budget: 50, heightMm: 1 }, ['158 mm tall, 157 mm too tall', '10.00 EUR over the budget']],
] as const)('a machine of %j leaves out for %j', (wish, why) => {
  expect(whyLeftOut(fits, { ...ANY, ...wish })).toEqual(why);
});

test('what nobody noted is no fit, and says so', () => {
  const blank: typeof fits = {
    ...fits,
    ...{
      heightMm: null,
      memoryClearanceMm: null,
      fanThicknessMm: null,
      sockets: [],
      held: null,
    },
    price: { known: false, reason: 'no price recorded' },
    radiatorMm: 397,
  };
  const all = {
    ...ANY,
    heightMm: 1,
    memoryMm: 1,
    fanThicknessMm: 1,
    radiatorMm: 300,
    radiatorDepthMm: 60,
    socket: 'W8',
    watts: 1,
    budget: 1,
  };
  expect(whyLeftOut(blank, all)).toEqual([
    'radiator 397 mm long, 97 mm too long',
    'depth of its radiator not recorded',
    'height not recorded',
    'RAM clearance not recorded',
    'fan thickness not recorded',
    'sockets not recorded',
    'no price recorded',
    'maximum heat at the line not available',
  ]);
  expect(whyLeftOut(blank, ANY)).toEqual([]);
  expect(filterWords(all)).toEqual([
    ...['1 W', 'a height of 1 mm', 'memory of 1 mm', 'fans of 1 mm', 'a radiator of 300 mm'],
    ...['a depth with fans of 60 mm', 'socket W8', '1 EUR'],
  ]);
  expect(filterWords({ ...ANY, watts: 170, roomC: 28, limitC: 85 })).toEqual([
    '170 W in 28 °C with a limit of 85 °C',
  ]);
});

test('effects of a grid hang on no unit and no order: R in other units, cells in another row, the same shares', () => {
  const cells = [
    ['a', 'x', 0.1],
    ['a', 'y', 0.12],
    ['b', 'x', 0.14],
    ['b', 'y', 0.15],
    ['b', 'z', 0.13],
    ['a', 'z', 0.11],
  ].map(([heatsink, fan, over]) => cellOf(String(heatsink), String(fan), Number(over)));
  const plain = value(heatsinkFanGrid(cells, 0.1, { a: 'y', b: 'z' }));
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 50, noNaN: true }), fc.nat(5), (factor, turn) => {
      const other = [...cells.slice(turn), ...cells.slice(0, turn)].map((cell) => ({
        ...cell,
        resistanceKPerW: factor * cell.resistanceKPerW,
        variance: factor ** 2 * cell.variance,
      }));
      const fit = value(heatsinkFanGrid(other, factor * 0.1, { a: 'y', b: 'z' }));
      const named = (effects: typeof fit.fans) =>
        effects.map(({ name, share }) => [name, Number(share.toFixed(9))]);
      expect(named(fit.fans)).toEqual(named(plain.fans));
      expect(named(fit.heatsinks)).toEqual(named(plain.heatsinks));
      const byName = (held: typeof fit.heldBack) =>
        held.map(({ heatsink, bestFan }) => `${heatsink} ${bestFan}`).sort();
      expect(byName(fit.heldBack)).toEqual(byName(plain.heldBack));
      expect(value(fit.interaction).f).toBeCloseTo(value(plain.interaction).f, 6);
    }),
    { numRuns: 40 },
  );
  // The shares of a kind lie about nothing: their logarithms sum to it.
  for (const effects of [plain.fans, plain.heatsinks])
    expect(effects.reduce((sum, { share }) => sum + Math.log10(1 + share), 0)).toBeCloseTo(0, 9);
});

test('taking the shared part off makes effects larger, and never turns them', () => {
  const cells = [0.1, 0.14].flatMap((sink, i) =>
    [1, 1.2].map((fan, j) => cellOf(`h${i}`, `f${j}`, sink * fan)),
  );
  const shares = (shared: number) =>
    value(heatsinkFanGrid(cells, shared)).fans.map(({ name, share }) => [name, share] as const);
  const [bare, taken] = [shares(0), shares(0.1)];
  expect(taken.map(([name]) => name)).toEqual(bare.map(([name]) => name));
  taken.forEach(([, share], i) => expect(Math.abs(share)).toBeGreaterThan(Math.abs(bare[i]![1])));
});

test('a score leaves out who lacks a place, and says at which points; nobody scored is no leader', () => {
  const told = value(overLines([entry('a', [null, 0.3]), entry('b', [null, null])], weighed(1, 1)));
  expect(told).toMatchObject({ scores: [], anyWeights: false, flips: [] });
  expect(told.leftOut).toEqual([
    { entry: 'a', points: [0] },
    { entry: 'b', points: [0, 1] },
  ]);
  const higher = value(overLines([entry('a', [2, 3]), entry('b', [1, 2])], weighed(1, 1), 'higher'));
  expect(higher.scores.map(({ entry: name }) => name)).toEqual(['a', 'b']);
  expect(higher.anyWeights).toBe(true);
});

test('a loop fits by its radiator with its fans on one face or both, and never by the memory under its block', () => {
  const loop = blankProduct({
    ...{ name: 'Jaloque 360', kind: 'liquid', heightMm: 52, memoryClearanceMm: 0 },
    ...{ radiatorMm: 397, radiatorThicknessMm: 27, fanThicknessMm: 25 },
  });
  const fan = (direction: string) => blankFan({ name: 'Brisa', direction });
  const size = configuredSize(loop, { fans: [fan('push')] });
  expect(size).toMatchObject({ isLoop: true, radiatorMm: 397, radiatorDepthMm: 52 });
  expect(configuredSize(loop, { fans: [fan('push'), fan('pull')] }).radiatorDepthMm).toBe(77);
  const entry = { ...fits, ...size };
  const wish = { ...ANY, heightMm: 40, memoryMm: 60, fanThicknessMm: 10 };
  expect(whyLeftOut(entry, ANY)).toEqual([]);
  expect(whyLeftOut(entry, { ...wish, radiatorMm: 400 })).toEqual([]);
  expect(whyLeftOut(entry, wish)).toEqual(['room for its radiator was not given']);
  expect(whyLeftOut(entry, { ...wish, radiatorMm: 400, radiatorDepthMm: 50 })).toEqual([
    'radiator with fans 52 mm deep, 2 mm too deep',
  ]);
});

test('the height of a case is no cooler’s: neither a brief’s limit nor a reader’s room is held against it', () => {
  const baul = blankProduct({ name: 'Baúl', kind: 'case-layout', heightMm: 470 });
  const entry = { ...fits, ...configuredSize(baul, { fans: [] }) };
  expect(whyLeftOut(entry, { ...ANY, heightMm: 160, memoryMm: 60 })).toEqual([]);
  const limits = { ...defaultBrief().limits, heightMm: 160, memoryMm: 60, budget: 50 };
  const asked = { ...NO_LIMITS, ...limits };
  expect(missedLimits(entry, asked)).toEqual([{ missed: '10.00 EUR over the budget' }]);
  expect(missedLimits({ ...entry, isCase: false }, asked)).toHaveLength(3);
});
