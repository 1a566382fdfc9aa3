import { fullSpeedLead, fullSpeedOrder } from '@/core/ranking/fullSpeed';
import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { curveRule, responseOf } from '@/core/responses/responses';
import { entryCurves } from '@/core/curves/entryCurve';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { bestWords } from '@/stages/side/bestWords';
import { signed } from '@/ui/marks/figures';

const AIRSPEED = responseOf('airspeed')!;

/** Fans with a level and an airspeed for each setting. */
function curvesOf(fans: Record<string, [number, number][]>) {
  const points = Object.entries(fans).flatMap(([entry, settings]) =>
    settings.map(([db, value], i) => ({
      ...{ run: `${entry}${i}`, entry, mount: 1, pass: 1, setting: String(i), level: coolerLevel(db, 0) },
      ...{
        settled: true,
        value,
        resistanceKPerW: null,
        shortfall: 0,
        roomDoubtK: 0,
        rpm: null,
        dutyPct: null,
      },
    })),
  );
  const entries = Object.keys(fans).map((entry) => ({ entry, isControl: false }));
  return entryCurves(entries, points, instrumentDoubt(null), curveRule(AIRSPEED, 'noise'));
}
const RULE = {
  ...{ loadW: 0, program: false, referenceAmbientC: 23, limitC: 90, throttles: false },
  lineDb: 30,
};

test('who leads at full speed is told with what it costs, and not where it leads at the line, too', () => {
  const curves = curvesOf({
    quiet: [
      [25, 0.8],
      [35, 1.4],
    ],
    loud: [
      [34, 1.2],
      [55, 3.3],
    ],
    slow: [
      [22, 0.5],
      [36, 1.3],
    ],
  });
  const ranking = rankAtLine(curves, RULE);
  expect(ranking.placed.map((placed) => placed.entry)).toEqual(['quiet', 'slow']);
  expect(fullSpeedLead(fullSpeedOrder(curves), ranking, 30)).toMatchObject({
    ...{ entry: 'loud', value: 3.3 },
    overLineDb: expect.closeTo(25, 2),
  });
  const two = curves.filter((curve) => curve.entry !== 'loud');
  expect(fullSpeedLead(fullSpeedOrder(two), rankAtLine(two, RULE), 30)).toBeNull();
  // Alone nobody leads.
  expect(fullSpeedLead(fullSpeedOrder(two.slice(0, 1)), rankAtLine(two, RULE), 30)).toBeNull();
  const slowFirst = rankAtLine(curves, { ...RULE, lineDb: 55 });
  expect(fullSpeedLead(fullSpeedOrder(curves), slowFirst, 55)).toBeNull();
});

const cell = (entry: string, placeFrom: number, placeTo: number) => ({
  ...{ entry, reason: '' },
  placed: {
    value: 1,
    interval95: 1,
    doubt: [],
    shared: 0,
    levelDb: 30,
    status: 'ranked' as const,
    placeFrom,
    placeTo,
  },
});
const column = (name: string, cells: SideColumn['cells'], load = '170 W'): SideColumn => ({
  ...{ key: name, place: '', load, cells },
  response: { id: name, name: `${name}, rise`, unit: 'K', decimals: 1, better: 'lower' },
});
const ENTRIES = ['a', 'b', 'c'].map((entry, position) => ({
  ...{ entry, product: entry.toUpperCase(), position, samplesOf: null, layout: [] },
}));

test.each([
  ['one leads both', [cell('a', 1, 1), cell('b', 2, 2)], [cell('a', 1, 1), cell('b', 2, 2)], ['A', 'A', 'A']],
  [
    'each leads one',
    [cell('a', 1, 1), cell('b', 2, 2)],
    [cell('a', 2, 2), cell('b', 1, 1)],
    ['A', 'B', 'none: the leader in one trails in the other'],
  ],
  [
    'a tie by one, decided by the other',
    [cell('a', 1, 2), cell('b', 1, 2), cell('c', 3, 3)],
    [cell('a', 2, 3), cell('b', 1, 1), cell('c', 2, 3)],
    ['A and B (a tie)', 'B', 'B'],
  ],
  [
    'all tie',
    [cell('a', 1, 3), cell('b', 1, 3), cell('c', 1, 3)],
    [cell('a', 1, 3), cell('b', 1, 3), cell('c', 1, 3)],
    Array<string>(3).fill('A, B and C (a tie)'),
  ],
])('best of two columns: %s', (_, x, y, words) => {
  const told = bestWords(column('Die', x), column('Graphics card', y), ENTRIES);
  expect(told.map((part) => part.words)).toEqual(words);
  expect(told.map((part) => part.label)).toEqual([
    'First by Die, 170 W',
    'First by Graphics card, 170 W',
    'By both',
  ]);
});

test('columns are called by response, place and load; a difference that rounds to nothing has no sign', () => {
  expect(columnName({ ...column('Airspeed', []), place: '15 cm' })).toBe('Airspeed, 15 cm, 170 W');
  expect([0.04, -0.04, 0.06, -1].map((value) => signed(value, 1))).toEqual(['0.0', '0.0', '+0.1', '−1.0']);
});
