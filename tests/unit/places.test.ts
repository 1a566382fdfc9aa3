import fc from 'fast-check';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import { tiesOf, ties } from '@/core/ranking/ties';

/** Risen values in order, and a difference that tells each pair apart, which may be another for each pair. */
const order = fc
  .array(
    fc.record({
      stepK: fc.double({ min: 0, max: 2, noNaN: true }),
      halfK: fc.double({ min: 0.05, max: 2, noNaN: true }),
    }),
    {
      minLength: 1,
      maxLength: 12,
    },
  )
  .map((rows) => {
    let value = 40;
    return rows.map(({ stepK, halfK }) => ({ value: (value += stepK), halfK }));
  });

function laid(rows: { value: number; halfK: number }[]) {
  const gap = (i: number, j: number) => Math.abs(rows[i]!.value - rows[j]!.value);
  const critical = (i: number, j: number) => Math.hypot(rows[i]!.halfK, rows[j]!.halfK);
  return {
    result: tiesOf(rows.length, gap, critical),
    told: (i: number, j: number) => gap(i, j) >= critical(i, j),
  };
}

test('a place is a range: one more than the surely better, to all less the surely worse', () => {
  fc.assert(
    fc.property(order, (rows) => {
      const { result, told } = laid(rows);
      rows.forEach((_, i) => {
        let better = 0;
        let worse = 0;
        for (let j = 0; j < rows.length; j += 1) {
          if (j < i && told(i, j)) better += 1;
          if (j > i && told(i, j)) worse += 1;
        }
        expect(result.placeFrom[i]).toBe(better + 1);
        expect(result.placeTo[i]).toBe(rows.length - worse);
        expect(result.placeFrom[i]!).toBeLessThanOrEqual(i + 1);
        expect(result.placeTo[i]!).toBeGreaterThanOrEqual(i + 1);
      });
    }),
  );
});

test('brackets hold no two that are told apart, none lies in another, and every tied neighbour is in one', () => {
  fc.assert(
    fc.property(order, (rows) => {
      const { result, told } = laid(rows);
      const spans = result.brackets.map(({ better, worse }) => [better - 1, worse - 1] as const);
      for (const [from, to] of spans) {
        expect(to).toBeGreaterThan(from);
        for (let i = from; i <= to; i += 1)
          for (let j = i + 1; j <= to; j += 1) expect(told(i, j)).toBe(false);
      }
      spans.forEach(([from, to], k) => {
        const next = spans[k + 1];
        if (next) expect(next[0] > from && next[1] > to).toBe(true);
      });
      for (let i = 0; i + 1 < rows.length; i += 1)
        if (!told(i, i + 1)) expect(spans.some(([from, to]) => from <= i && i + 1 <= to)).toBe(true);
      for (const { worse, end } of result.brackets) {
        if (worse === rows.length) expect(end).toBeNull();
        else expect(told(end!.better - 1, end!.worse - 1) && end!.worse === worse + 1).toBe(true);
      }
    }),
  );
});

test('a chain of small steps: neighbours tie, the ends do not, and both brackets say where they end', () => {
  const half = { from: 'mounts' as const, freedom: Infinity };
  const other = (value: number, shared = 0) => ({ value, shared, doubt: [{ ...half, variance: 0.09 }] });
  const chain = ties([other(40), other(40.9), other(41.8)]);
  expect(chain.placeFrom).toEqual([1, 1, 2]);
  expect(chain.placeTo).toEqual([2, 3, 3]);
  expect(chain.groups).toEqual([1, 1, 2]);
  expect(chain.brackets.map(({ better, worse }) => [better, worse])).toEqual([
    [1, 2],
    [2, 3],
  ]);
  expect(bracketSentences(chain.brackets[0]!, ['Alisio', 'Bora', 'Cierzo'])).toEqual([
    'Alisio and Bora are a tie: 0.9 K apart; this test needs 1.0 K.',
    'Alisio is ahead of Cierzo: 1.8 K apart, 1.0 K needed.',
  ]);
  // q(0.95; 3, ∞) is 3.314 in the tables: for two of u = 0.3 K, 3.314 · 0.3.
  expect(chain.brackets[0]!.difference).toBeCloseTo(3.314 * 0.3, 3);
});

test('what all share is left out of a difference; what they do not share is not', () => {
  const at = (value: number, shared: number) => ({
    value,
    shared,
    doubt: [{ from: 'mounts' as const, variance: 0.01, freedom: Infinity }],
  });
  const alike = ties([at(40, 0.8), at(40.6, 0.8)]);
  expect(alike.placeTo).toEqual([1, 2]);
  const unlike = ties([at(40, 0.2), at(40.6, 0.8)]);
  expect(unlike.placeTo).toEqual([2, 2]);
});

test('two figures that would read alike get a digit more, and another scale has its own unit', () => {
  const bracket = { better: 2, worse: 4, apart: 0.52, difference: 0.54, end: null };
  expect(bracketSentences(bracket, [])).toEqual([
    'Places 2 to 4 are a tie: 0.52 K from first to last; this test needs 0.54 K to separate them.',
  ]);
  const scale = { factor: 1 / 170, decimals: 3, unit: 'K/W' };
  expect(bracketSentences({ ...bracket, difference: 1.7 }, [], scale)[0]).toContain(
    '0.003 K/W from first to last; this test needs 0.010 K/W',
  );
});
