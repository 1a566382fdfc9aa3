import type { FrontStanding } from '@/core/judgement/readers/priceFront';
import { valueAnswer } from '@/core/judgement/readers/valueAnswer';
import fc from 'fast-check';
import { headToHead, pairAnswer, type PairCondition } from '@/core/judgement/pairs/headToHead';
import { hasGrid } from '@/core/judgement/heatsinkFanGrid';
import { layoutSketch, layoutWords, SKETCH } from '@/core/cases/layoutSketch';
import { criticalDifference } from '@/core/uncertainty/criticalDifference';
import { leadSentence } from '@/core/verdict/leadSentence';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';

const side = (value: number, sigma = 0.2, levelDb = 33, freedom = Infinity) => ({
  ...{ value, levelDb, shared: 0 },
  doubt: [{ from: 'mounts' as const, variance: sigma ** 2, freedom }],
});
const condition = (
  where: string,
  one: number,
  other: number,
  part: Partial<PairCondition> = {},
): PairCondition => ({
  ...{
    key: where,
    what: 'Die, 170 W',
    where,
    lineDb: where.endsWith('dB(A)') ? Number(where.slice(3, 7)) : null,
    unit: 'K',
    decimals: 1,
    better: 'lower',
    compared: 2,
  },
  ...{ one: side(one), other: side(other) },
  ...part,
});

test('rows of a pair hold together: no interval is smaller than that of its places, nor than Bonferroni asks for', () => {
  // Two alone and one row: Student’s t, as everywhere.
  expect(criticalDifference(side(40), side(41), 2, 1)).toBe(criticalDifference(side(40), side(41), 2));
  // Five rows: z at 1 − 0.05/10 is 2.576 (any table), times √2 · 0.2.
  expect(criticalDifference(side(40), side(41), 2, 5)).toBeCloseTo(2.576 * Math.SQRT2 * 0.2, 2);
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 12 }), fc.integer({ min: 1, max: 20 }), (count, rows) => {
      const [a, b] = [side(40, 0.3, 33, 6), side(41, 0.2, 33, 9)];
      const found = criticalDifference(a, b, count, rows);
      expect(found).toBeGreaterThanOrEqual(criticalDifference(a, b, count) - 1e-9);
      expect(criticalDifference(a, b, count, rows + 1)).toBeGreaterThanOrEqual(found - 1e-9);
    }),
    { numRuns: 30 },
  );
});

test('the answer of a pair names a leader only where its row is separated, and says otherwise where it is otherwise', () => {
  const rows = headToHead([
    condition('at 33.0 dB(A)', 36, 35.9),
    condition('at 28.0 dB(A)', 38, 41),
    condition('at full speed', 33, 31, { one: side(33, 0.2, 44), other: side(31, 0.2, 42) }),
    condition('at 33.0 dB(A)', 4200, 4100, {
      ...{ what: 'Clock held, 170 W', unit: 'MHz', decimals: 0, better: 'higher' },
      ...{ one: side(4200, 5), other: side(4100, 5) },
    }),
  ]);
  expect(rows.map(({ ahead }) => ahead)).toEqual([null, 'one', 'other', 'one']);
  expect(rows[2]!.louderDb).toBe(2);
  expect(pairAnswer(rows, ['A', 'B'], null)).toEqual({
    answer: 'Too close to call at 33.0 dB(A).',
    otherwise: 'A leads at 28.0 dB(A); B leads at full speed (2.0 dB quieter).',
  });
  // A crossing stands for the noise lines.
  expect(
    pairAnswer(rows, ['A', 'B'], { fromDb: 26, belowDb: 31, aboveDb: 36.5, toDb: 40, isOneBelow: true })
      .otherwise,
  ).toBe('A leads from 26.0 to 31.0 dB(A); B from 36.5 to 40.0; B leads at full speed (2.0 dB quieter).');
  const clear = headToHead([condition('at 33.0 dB(A)', 33, 36)]);
  expect(pairAnswer(clear, ['A', 'B'], null)).toEqual({
    answer: 'A is ahead at 33.0 dB(A), by 3.0 ± 0.6 K.',
    otherwise: '',
  });
  expect(pairAnswer([], ['A', 'B'], null).answer).toContain('not measured under the same condition');
});

test('the verdict’s first sentence: a leader by its simultaneous difference, a tie by its names, nothing beyond either', () => {
  const placed = (entry: string, value: number, placeFrom: number, placeTo: number) =>
    ({
      ...{
        entry,
        value,
        placeFrom,
        placeTo,
        doubt: side(value).doubt,
        shared: 0,
        watts: 0,
        status: 'ranked',
      },
    }) as PlacedEntry;
  const told = (...entries: PlacedEntry[]) =>
    leadSentence({ placed: entries }, (entry) => entry.toUpperCase(), {
      ...{ where: 'at 33.0 dB(A)', unit: 'K', decimals: 1 },
    });
  const third = placed('c', 44, 3, 3);
  // q(3, ∞) at 95 % is 3.314: ± 3.314/√2 · √2 · 0.2.
  expect(told(placed('a', 33, 1, 1), placed('b', 36, 2, 2), third)).toBe(
    'A leads at 33.0 dB(A), 3.0 ± 0.7 K ahead of B.',
  );
  expect(told(placed('a', 35.9, 1, 2), placed('b', 36, 1, 2), third)).toBe(
    'A and B tie for first place at 33.0 dB(A).',
  );
  expect(told(placed('a', 35.6, 1, 2), placed('b', 36, 1, 3), placed('c', 36.5, 2, 3))).toBe(
    'First place is too close to call at 33.0 dB(A): A and B may each hold it.',
  );
  expect(told(placed('a', 35.9, 1, 3), placed('b', 36, 1, 3), placed('c', 36.1, 1, 3))).toBe(
    'Too close to call at 33.0 dB(A): all 3 tie.',
  );
  const out = (entry: PlacedEntry) => ({ ...entry, status: 'tops-out' as const });
  expect(told(out(placed('a', 33, 1, 1)), out(placed('b', 36, 2, 2)), out(third))).toBe(
    'Every entry tops out at 33.0 dB(A). A leads at the loudest settings, 3.0 ± 0.7 K ahead of B.',
  );
  // At a program's watts one that throttles may be cooler, and stands behind: it is not told by kelvins.
  const hot = { ...placed('b', 30, 2, 2), status: 'throttled' as const };
  expect(told(placed('a', 33, 1, 1), hot)).toBe('A leads at 33.0 dB(A): the others throttle.');
  expect(told({ ...placed('a', 33, 1, 1), status: 'throttled' }, hot)).toBe(
    'A leads at 33.0 dB(A), though all throttle.',
  );
  expect(told(placed('a', 36, 1, 1))).toBe('Only A can be ranked at 33.0 dB(A).');
  expect(told()).toBe('No entry can be ranked at 33.0 dB(A).');
});

test('a grid is one where two heatsinks share two fans', () => {
  const cells = (...pairs: string[]) => pairs.map(([heatsink, fan]) => ({ heatsink: heatsink!, fan: fan! }));
  expect(hasGrid(cells('Ax', 'By', 'Cz'))).toBe(false);
  expect(hasGrid(cells('Ax', 'Bx', 'By', 'Cy'))).toBe(false);
  expect(hasGrid(cells('Ax', 'Ay', 'Bx', 'By'))).toBe(true);
});

test('a layout is drawn with its fans on their sides, blowing in or out of the case', () => {
  const [front, rear, top] = layoutSketch([
    { place: 'front', slot: 2, direction: 'in' },
    { place: 'rear', slot: 1, direction: 'out' },
    { place: 'top', slot: 1, direction: 'in' },
  ]);
  expect(front!.x + front!.width / 2).toBe(SKETCH.left);
  expect(rear!.x + rear!.width / 2).toBe(SKETCH.right);
  expect(top!.y + top!.height / 2).toBe(SKETCH.top);
  // In at the front and out at the rear both blow to the right; in at the top blows down.
  expect(front!.arrow).toMatch(/^M4 .*H24/);
  expect(rear!.arrow).toMatch(/^M76 .*H96/);
  expect(top!.arrow).toMatch(/V24/);
  expect(
    layoutWords([
      { place: 'front', slot: 1, direction: 'in' },
      { place: 'front', slot: 2, direction: 'in' },
    ]),
  ).toBe('2 in at the front');
});

test('what the prices say: the cheapest step only where its interval lies below all others', () => {
  const step = (entry: string, from: number, to: number) => ({
    ...{ entry, moreMoney: 5, better: 5, better95: 1, moneyPerUnit: 1 },
    perUnit95: [from, to] as [number, number],
  });
  const told = (...standings: FrontStanding[]) =>
    valueAnswer(standings, (entry) => entry.toUpperCase(), { currency: 'EUR', unit: 'K' });
  const last = { entry: 'c', beatenBy: [], next: null };
  expect(
    told(
      { entry: 'a', beatenBy: [], next: step('b', 0.8, 1.2) },
      { entry: 'b', beatenBy: [], next: step('c', 9, 20) },
      last,
    ),
  ).toBe(
    'No entry is clearly beaten for its money. The cheapest step up is from A to B: 0.80 to 1.20 EUR per K.',
  );
  // Intervals that overlap name none.
  expect(
    told(
      { entry: 'a', beatenBy: [], next: step('b', 8, 12) },
      { entry: 'b', beatenBy: [], next: step('c', 9, 20) },
      { ...last, beatenBy: ['b'] },
    ),
  ).toBe('C is clearly beaten for no more money.');
  expect(told(last)).toBe('Only C has both a place and a price here.');
});
