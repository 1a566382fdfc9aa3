import { blankFan } from '@/core/lineUp/entry';
import fc from 'fast-check';
import { airBalance, balanceWords } from '@/core/cases/airBalance';
import { CASE_PLACES, drawnSlots, layoutProblem, USUAL_CASE, type LayoutFan } from '@/core/cases/layout';
import { layoutDifferences, nearestLayout } from '@/core/cases/layoutDifference';
import { fansOfLayout } from '@/core/lineUp/fansOfLayout';
import { entryPairs } from '@/core/lineUp/entryPairs';
import { pairDifference } from '@/core/ranking/pairDifference';
import { tradeOff } from '@/core/ranking/tradeOff';
import { caseRises } from '@demo/generators/caseAir';
import { DEMO_LAYOUTS, layoutOf } from '@demo/generators/caseRoundUp';

const layout = (...fans: string[]) => layoutOf({ fans });
const base = layout('front 1 in', 'front 2 in', 'rear 1 out');

test.each([
  ['a place that the case has not', layout('side 3 in'), 'the case takes 2 at the side, and no side 3'],
  ['two fans in one slot', layout('top 1 in', 'top 1 out'), 'two fans at top 1'],
  ['a half slot', [{ ...base[0]!, slot: 1.5 }], 'the case takes 3 at the front, and no front 1.5'],
  [
    'too large a fan',
    [{ ...base[0]!, sizeMm: 200 }],
    'a fan of 200 mm does not fit at the front, which takes 140 mm',
  ],
  ['a side that this case lacks', base, 'the case takes no fan at the rear', [USUAL_CASE[0]!]],
])('no layout: %s', (_, fans, problem, sides = [...USUAL_CASE]) => {
  expect(layoutProblem(fans as LayoutFan[], sides)).toBe(problem);
});

test('a case that nobody noted takes what any may have, and is drawn with room for it', () => {
  const large = [...layout('front 4 in', 'rear 2 out')].map((fan) => ({ ...fan, sizeMm: 200 }));
  expect(layoutProblem(large)).toBeNull();
  const slots = Object.fromEntries(drawnSlots(large).map((side) => [side.place, side.slots]));
  expect(slots).toEqual({ front: 4, top: 3, rear: 2, bottom: 2, side: 2, radiator: 3 });
});

test.each([
  ['one turned', layout('front 1 in', 'front 2 in', 'rear 1 in'), ['rear 1 blows in']],
  ['one more', [...base, ...layout('top 3 out')], ['one more out at top 3']],
  ['one less', base.slice(1), ['no fan at front 1']],
  [
    'one moved is one thing',
    layout('front 1 in', 'front 2 in', 'top 1 out'),
    ['the fan of rear 1 sits at top 1'],
  ],
  [
    'moved and turned',
    layout('front 1 in', 'front 2 in', 'top 1 in'),
    ['the fan of rear 1 sits at top 1, blowing in'],
  ],
  ['another fan', base.map((fan, i) => (i === 2 ? { ...fan, fan: 'Racha' } : fan)), ['Racha at rear 1']],
  ['its own duty', base.map((fan, i) => (i === 2 ? { ...fan, dutyPct: 40 } : fan)), ['rear 1 at 40 % duty']],
  ['the same', base, []],
])('what differs: %s', (_, other, differences) => {
  expect(layoutDifferences(base, other)).toEqual(differences);
});

test('a layout is set beside the one that is most like it', () => {
  const others = DEMO_LAYOUTS.map((demo) => ({ name: demo.entry, layout: layoutOf(demo) }));
  const turned = layout('front 1 in', 'front 2 in', 'front 3 in', 'rear 1 in');
  const nearest = nearestLayout(
    turned,
    others.filter((other) => other.name !== 'all-in'),
  );
  expect(nearest).toMatchObject({ other: { name: 'three-in' }, differences: ['rear 1 blows in'] });
  expect(nearestLayout(base, [])).toBeNull();
});

test('the fans of a layout are those of its entry: none lost, each with its price', () => {
  const slots = USUAL_CASE.flatMap(({ place, slots }) =>
    Array.from({ length: slots }, (_, i) => ({ place, slot: i + 1 })),
  );
  const anyLayout = fc.subarray(slots).chain((taken) =>
    fc.tuple(
      ...taken.map((slot) =>
        fc
          .record({
            direction: fc.constantFrom('in' as const, 'out' as const),
            fan: fc.constantFrom('Racha', 'Poniente'),
          })
          .map((rest): LayoutFan => ({ ...slot, ...rest, sizeMm: 120, dutyPct: null })),
      ),
    ),
  );
  fc.assert(
    fc.property(anyLayout, (fans) => {
      expect(layoutProblem(fans)).toBeNull();
      const listed = fansOfLayout(fans, [blankFan({ name: 'Racha', eachPrice: 9 })]);
      expect(listed.reduce((sum, fan) => sum + fan.count, 0)).toBe(fans.length);
      for (const fan of listed) expect(fan.eachPrice).toBe(fan.name === 'Racha' ? 9 : null);
    }),
  );
  expect(CASE_PLACES).toHaveLength(USUAL_CASE.length);
});

test('the balance is an estimate by what was measured, and says whom it took as the others', () => {
  const mixed = [...base, { ...layout('top 1 out')[0]!, fan: 'Unknown' }];
  const balance = airBalance(mixed, new Map([['poniente 120', 2]]))!;
  expect(balance.inM3PerH).toBeCloseTo(2 * 0.68 * 0.12 ** 2 * 2 * 3600);
  expect(balance.outM3PerH).toBeCloseTo(balance.inM3PerH);
  expect(balanceWords(balance)).toBe(
    'Estimated 141 m³/h in and 141 out: about even; Unknown taken as fast as the others',
  );
  const slowed = airBalance(
    base.map((fan) => (fan.place === 'rear' ? { ...fan, dutyPct: 50 } : fan)),
    new Map([['poniente 120', 2]]),
  )!;
  expect(balanceWords(slowed)).toMatch(/^Estimated 141 m³\/h in and 35 out: more in than out$/);
  expect(airBalance(base, new Map())).toBeNull();
});

test('the front of two responses holds whoever gives up nothing, whatever their better sides', () => {
  const value = fc.integer({ min: 0, max: 12 });
  fc.assert(
    fc.property(fc.array(fc.tuple(value, value), { minLength: 1, maxLength: 12 }), (pairs) => {
      const points = pairs.map(([x, y], i) => ({ entry: String(i), x, y, x95: 0.5, y95: 0.5 }));
      for (const [betterX, signX] of [
        ['lower', 1],
        ['higher', -1],
      ] as const) {
        const front = tradeOff(points, betterX, 'lower').filter((point) => point.onFront);
        expect(front.length).toBeGreaterThan(0);
        for (const point of points) {
          const covered = front.some((best) => signX * best.x <= signX * point.x && best.y <= point.y);
          expect(covered).toBe(true);
        }
        for (const point of front) expect(point.surelyBeatenBy).toEqual([]);
      }
    }),
  );
  const [far, near] = tradeOff(
    [
      { entry: 'far', x: 5, y: 5, x95: 0.5, y95: 0.5 },
      { entry: 'near', x: 1.4, y: 1.4, x95: 0.5, y95: 0.5 },
      { entry: 'best', x: 1, y: 1, x95: 0.5, y95: 0.5 },
    ],
    'lower',
    'lower',
  );
  expect(far!.surelyBeatenBy).toEqual(['near', 'best']);
  expect(near).toMatchObject({ onFront: false, surelyBeatenBy: [] });
});

test('a difference has the doubt of both, and what the rig shares only as far as it differs', () => {
  const one = {
    value: 40,
    doubt: [{ from: 'mounts' as const, variance: 0.09, freedom: Infinity }],
    shared: 0.5,
  };
  const other = { ...one, value: 38.9 };
  const told = pairDifference(one, other);
  expect(told.difference).toBeCloseTo(-1.1);
  expect(told.interval95).toBeCloseTo(1.96 * Math.sqrt(0.18), 3);
  expect(told.isOpen).toBe(false);
  expect(pairDifference(one, { ...other, shared: -0.5 })).toMatchObject({ isOpen: true });
});

test('the simulated case: more air cools all, a fan below spares the card, and both ends of the top are alike', () => {
  const rises = (entry: string, duty = 0.75) => {
    const demo = DEMO_LAYOUTS.find((other) => other.entry === entry)!;
    return caseRises(layoutOf(demo), demo.inside, { dieW: 90, cardW: 220 }, duty);
  };
  for (const part of ['die', 'card', 'regulators', 'air'] as const)
    expect(rises('two-in', 1)[part]).toBeLessThan(rises('two-in', 0.5)[part]);
  const all = DEMO_LAYOUTS.map((demo) => ({ entry: demo.entry, ...rises(demo.entry) }));
  expect([...all].sort((a, b) => a.card - b.card)[0]!.entry).toBe('bottom');
  expect([...all].sort((a, b) => b.die - a.die)[0]!.entry).toBe('bottom');
  expect(rises('top-front')).toEqual(rises('top-rear'));
  expect(rises('radiator-top').regulators).toBeGreaterThan(rises('top-rear').regulators);
});

const fans = (...list: [string, number, string?][]) =>
  list.map(([name, count, direction = '']) => blankFan({ name, count, direction }));
const paired = (entry: string, list: ReturnType<typeof fans>, productId = 1, price: number | null = 50) => ({
  ...{ entry, productId, fans: list, price, sample: '' },
});

test.each([
  [
    'a second fan',
    fans(['Brisa', 1, 'push']),
    fans(['Brisa', 1, 'push'], ['Brisa', 1, 'pull']),
    'two fans for one fan',
  ],
  ['another fan', fans(['Brisa', 1]), fans(['Racha', 1]), 'Racha for Brisa'],
  ['turned round', fans(['Brisa', 1, 'push']), fans(['Brisa', 1, 'pull']), 'pull for push'],
  ['two things', fans(['Brisa', 1]), fans(['Racha', 2]), null],
  ['nothing', fans(['Brisa', 1]), fans(['Brisa', 1]), null],
])('entries of one heatsink: %s', (_, one, two, differs) => {
  const found = entryPairs([paired('one', one), paired('two', two, 1, 61.5)]);
  expect(found.map((pair) => pair.differs)).toEqual(differs === null ? [] : [differs]);
  if (differs) expect(found[0]).toMatchObject({ base: 'one', other: 'two', moreMoney: 11.5 });
});

test('the one with fewer fans is the base, whatever stands first; other products are no pair', () => {
  const [one, two] = [fans(['Brisa', 1]), fans(['Brisa', 2])];
  expect(entryPairs([paired('two', two), paired('one', one)])[0]).toMatchObject({
    base: 'one',
    other: 'two',
  });
  expect(entryPairs([paired('one', one), paired('two', two, 2)])).toEqual([]);
  const [a, b] = ['A', 'B'].map((sample) => ({ ...paired(sample, one), sample }));
  expect(entryPairs([a!, b!])).toMatchObject([{ base: 'A', other: 'B', differs: 'sample B for sample A' }]);
  // Another sample and another fan: neither alone says anything.
  expect(entryPairs([a!, { ...paired('B', two), sample: 'B' }])).toEqual([]);
  expect(entryPairs([a!, paired('none recorded', one)])).toEqual([]);
  expect(entryPairs([a!])).toEqual([]);
  expect(entryPairs([paired('one', one, 1, null), paired('two', two)])[0]!.moreMoney).toBeNull();
});
