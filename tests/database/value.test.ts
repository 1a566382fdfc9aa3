import { latestPrice, priceSpan } from '@/core/lineUp/prices';
import { NO_FILTER } from '@/core/lineUp/fitFilter';
import { steadyResistance } from '@/simulator/cooler';
import { asBytes } from '@demo/generators/demoFiles';
import { demoBundle } from '@demo/generators/demoBundle';
import {
  CLOCK_PER_K,
  gridCooler,
  GRID,
  GRID_FANS,
  GRID_HEATSINKS,
  gridRoundUp,
  SHARED_K_PER_W,
} from '@demo/generators/gridRoundUp';
import { importBundle } from '@/lab/bring/importBundle';
import { briefOf } from '@/lab/planning/briefView';
import { withDatabase } from '@/database/pool';
import { viewGrid } from '@/lab/orders/beyond/gridView';
import { viewJudgement } from '@/lab/orders/beyond/judgementView';
import { pairByWays } from '@/lab/orders/pairs/pairByWays';
import { rankedWays } from '@/lab/orders/waysView';
import { loadKey } from '@/core/runs/load';
import { viewPairs } from '@/lab/orders/pairs/pairs';
import { pricesOf, viewPrices } from '@/lab/lineUp/prices';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewValue } from '@/lab/orders/readers/valueView';
import { verdictOf, verdictQuery } from '@/lab/orders/verdictView';
import { viewWeights } from '@/lab/orders/beyond/weightsView';
import { editableSheet } from '@/lab/planning/planningSchemas';
import { reasonOf, valueOf } from '../support/outcome';
import { smallBundle } from '../support/bundles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

let towers: number;
let grid: number;
beforeAll(async () => {
  towers = await importSound(asBytes(demoBundle(7)));
  grid = await importSound(asBytes(gridRoundUp(7)));
});
const viewed = async (id: number) => (await viewRoundUp(id))!;

const PRICES = `entry,date,price,currency,region,in_stock,note
a,2026-10-02,149.00,EUR,ES,true,
a,2026-11-20,139.00,EUR,ES,,
a,2026-11-22,99.00,EUR,ES,false,gone within the hour
b,2026-11-19,109.00,USD,US,true,=1+1
`;
const withPrices = (prices = PRICES) => smallBundle((files) => files.set('prices.csv', prices));

test('prices go out and come back; the newest in stock counts, by the brief’s rate, and a product’s own stands in', async () => {
  const id = await importSound(withPrices());
  const before = await pricesOf(id);
  expect(before.map(({ entry, prices }) => [entry, prices.length])).toEqual([
    ['a', 3],
    ['b', 1],
  ]);
  expect(await pricesOf(await importSound(await exported(id)))).toEqual(before);
  const priced = async () =>
    new Map((await viewPrices(await viewed(id))).map((item) => [item.entry.code, item]));
  expect((await priced()).get('a')).toMatchObject({ price: { value: 139 }, dated: { date: '2026-11-20' } });
  // Two currencies and no rate: no price, and why.
  expect(reasonOf((await priced()).get('b')!.price)).toBe(
    'priced in USD, and the brief states no rate to EUR',
  );
  const { valued } = await viewValue(await viewed(id), {});
  expect(valued.find(({ entry }) => entry === 'b')).toMatchObject({
    price: null,
    standing: null,
    perUnit: null,
  });
  const { body, version } = (await withDatabase((db) => briefOf(db, id)))!;
  const write = (part: object, from: number) =>
    saveSheet('brief', id, { version: from, body: { ...body, ...part }, who: 'Ana', reason: 'prices' });
  expect(await write({ rates: [{ currency: 'USD', rate: 0.92 }] }, version)).toMatchObject({ saved: true });
  expect(valueOf((await priced()).get('b')!.price)).toBe(100.28);
  // Prices of one region alone: of the other the product's own stands in.
  await write({ rates: [{ currency: 'USD', rate: 0.5 }], region: 'us' }, version + 1);
  expect(valueOf((await priced()).get('b')!.price)).toBe(54.5);
  expect((await priced()).get('a')).toMatchObject({ price: { value: 50 }, dated: null });
  // Brought in once more, what the lab has stays.
  const other = await exported(id);
  other.set('prices.csv', new TextEncoder().encode('entry,date,price\na,2026-11-25,1\n'));
  expect(await importBundle(other)).toMatchObject({ imported: true, roundUpId: id });
  expect(await pricesOf(id)).toEqual(before);
});

test.each([
  ['a,2026-11-31,1,EUR,,true,', 'date', /2026-11-31/],
  ['nobody,2026-11-30,1,EUR,,true,', 'entry', /no entry "nobody"/],
  ['a,2026-11-30,-1,EUR,,true,', 'price', /price/],
  ['a,2026-11-30,x,EUR,,true,', 'price', /not a number: "x"/],
  ['a,2026-11-30,1,euro,,true,', 'currency', /ISO 4217/],
  ['a,2026-11-30,1,EUR,,maybe,', 'in_stock', /true or false/],
])(
  'a price that cannot be is named by its line and column, and nothing comes in: %s',
  async (row, column, message) => {
    const head = 'entry,date,price,currency,region,in_stock,note';
    expect(await importAsNew(withPrices(`${head}\n${row}\n`))).toMatchObject({
      imported: false,
      problems: [{ file: 'prices.csv', line: 2, column, message: expect.stringMatching(message) as string }],
    });
  },
);

test('a sheet of prices is held to what a price can be', () => {
  const { edit } = editableSheet('prices')!;
  const price = { date: '2026-11-01', price: 3, currency: 'EUR', region: '', inStock: null, note: '' };
  const valid = (part: object) =>
    edit.isValidSync({ who: 'Ana', version: 0, body: { prices: [{ ...price, ...part }] } });
  expect(valid({})).toBe(true);
  for (const part of [
    { date: '' },
    { price: null },
    { price: -1 },
    { currency: 'E' },
    { region: 'x'.repeat(41) },
  ])
    expect(valid(part)).toBe(false);
  expect(edit.isValidSync({ who: 'Ana', version: 0, body: { prices: [null] } })).toBe(false);
  expect(latestPrice([], '')).toBeNull();
});

test('a price has the range of its weeks: of its own region, in stock, and not of a day too long ago', async () => {
  const { valued } = await viewValue(await viewed(towers), {});
  const spans = valued.flatMap(({ entry, span }) => (span ? [[entry, span]] : []));
  // The second price of Galerna Twin was gone within the hour, that of Cierzo 240 is one alone.
  expect(spans).toEqual([['jaloque-360', [139, 149]]]);
  const asked = (date: string, price: number, more: object = {}) => ({
    ...{ date, price, currency: 'EUR', region: 'ES', inStock: true, note: '' },
    ...more,
  });
  const newest = asked('2026-11-20', 55);
  expect(priceSpan([newest, asked('2026-08-20', 90), asked('2026-11-21', 40)], newest)).toBeNull();
  expect(priceSpan([newest, asked('2026-10-20', 50, { region: 'FR' })], newest)).toBeNull();
  expect(priceSpan([newest, asked('2026-10-20', 62), asked('2026-09-20', 52)], newest)).toEqual([52, 62]);
});

test('price against what is ranked, by rise and by a response that is better higher', async () => {
  const view = await viewed(grid);
  const byRise = await viewValue(view, {});
  expect(byRise.perUnitOf).toBe('W/K');
  const of = (entry: string, { valued } = byRise) => valued.find((other) => other.entry === entry)!;
  const two = of('levante-two-brisa');
  // The heatsink, two fans at 14.90, and the cable for both.
  expect(two.price).toBe(39 + 2 * 14.9 + 3.5);
  expect(two.perUnit!.value).toBeCloseTo(two.price! * two.placed!.resistanceKPerW!, 9);
  expect(two.standing!.beatenBy).toContain('levante-virazon');
  const byClock = await viewValue(view, { response: 'clock' });
  expect(byClock.perUnitOf).toBe('MHz');
  const held = of('poniente-virazon', byClock);
  expect(held.perUnit!.value).toBeCloseTo(held.price! / held.placed!.value, 9);
  // No unit of what is better lower is bought.
  expect((await viewValue(view, { response: 'steady-time' })).perUnitOf).toBe('');
});

test('a grid finds the heatsinks and fans of the simulator, and says what the missing one would be', async () => {
  const found = (await viewGrid(await viewed(grid), { load: '', lineDb: 30, sharedKPerW: SHARED_K_PER_W }))!;
  const fit = valueOf(found.fit);
  expect(found.cells).toHaveLength(12);
  const gains = GRID_HEATSINKS.map(({ gainKPerW }) => Math.log10(gainKPerW));
  const middle = (gains[0]! + gains[1]! + gains[2]!) / 3;
  for (const { name, from, to } of fit.heatsinks) {
    const share = 10 ** (gains[GRID_HEATSINKS.findIndex((other) => other.name === name)]! - middle) - 1;
    expect(share).toBeGreaterThan(from - 0.01);
    expect(share).toBeLessThan(to + 0.01);
  }
  const xaloc = fit.holes.find(({ heatsink, fan }) => heatsink === 'Xaloc 120' && fan === 'Virazón 120')!;
  const cooler = gridCooler({ ...GRID[0]!, heatsink: GRID_HEATSINKS[2]!, fan: GRID_FANS[1]! });
  // At 30 dB(A) the fan turns at 10^((30 − 41)/52) of its full speed.
  const truth = steadyResistance(cooler, 1800 * 10 ** ((30 - 41) / 52));
  expect(Math.abs(xaloc.resistanceKPerW - truth)).toBeLessThan(0.006);
  expect(fit.heldBack.map(({ heatsink }) => heatsink).sort()).toEqual(
    GRID_HEATSINKS.map(({ name }) => name).sort(),
  );
  expect(
    reasonOf((await viewGrid(await viewed(grid), { load: '', lineDb: 30, sharedKPerW: 0.5 }))!.fit),
  ).toMatch(/shared part/);
  // Eight coolers as sold are no grid.
  expect(
    reasonOf((await viewGrid(await viewed(towers), { load: '', lineDb: 33, sharedKPerW: 0 }))!.fit),
  ).toMatch(/pieces|two heatsinks/);
});

test('pairs of one heatsink: another fan, a second one, another sample, each with its money', async () => {
  const pairs = await viewPairs(await viewed(grid), 30);
  const of = (base: string, other: string) =>
    pairs.find((pair) => pair.base === base && pair.other === other);
  expect(of('levante-brisa', 'levante-two-brisa')).toMatchObject({
    differs: 'two fans for one fan',
    moreMoney: 18.4,
  });
  expect(of('levante-brisa', 'levante-b-brisa')).toMatchObject({
    differs: 'sample B for sample A',
    moreMoney: 0,
  });
  expect(of('levante-brisa', 'levante-virazon')!.differs).toBe('Virazón 120 for Brisa 120');
  expect(of('levante-brisa', 'levante-virazon')!.atLine!.difference).toBeLessThan(0);
  expect(pairs.every(({ base, other }) => base.split('-')[0] === other.split('-')[0])).toBe(true);
});

test('what a kelvin is worth in clock is what the simulated processor loses by it', async () => {
  const { worths } = (await viewJudgement(await viewed(grid), { lineDb: 30, load: '' }))!;
  const clock = valueOf(worths.find(({ name }) => name === 'Clock held')!.worth);
  expect(clock.isWorth).toBe(true);
  expect(Math.abs(clock.perK - CLOCK_PER_K)).toBeLessThan(0.25);
  const fixed = (await viewJudgement(await viewed(towers), { lineDb: 33, load: '90' }))!.worths;
  expect(Math.abs(valueOf(fixed.find(({ name }) => name === 'Clock held')!.worth).perK)).toBeLessThan(0.05);
});

test('other responses are judged by their own side, and a judgement is made once for those who ask the same', async () => {
  const view = await viewed(grid);
  const ask = { lineDb: 30, load: '', response: 'clock' };
  const found = (await viewJudgement(view, ask))!;
  expect(await viewJudgement(view, { ...ask })).toBe(found);
  expect(await viewJudgement(view, { ...ask, lineDb: 31 })).not.toBe(found);
  expect(found.rule).toMatchObject({ better: 'higher', unit: 'MHz', fixedWatts: false });
  const [best, worst] = [found.judged[0]!, found.judged.at(-1)!];
  expect(best.placed.value).toBeGreaterThan(worst.placed.value);
  expect(best.detail.places[0]).toBe(1);
  const mean = valueOf(best.detail.bandMean);
  expect(Math.abs(mean - best.placed.value)).toBeLessThan(15);
  // Who is faster than the control needs less noise for its clock.
  const hold = best.detail.noiseToHoldDba;
  expect(hold.known ? hold.value : 0).toBeLessThan(30);
  expect(found.worths).toEqual([]);
});

test('a wish leaves out who does not fit, ranks the others among themselves, and what is left out has its reasons', async () => {
  const view = await viewed(towers);
  const all = await verdictOf(view, {});
  const some = await verdictOf(view, verdictQuery({ height: '160', budget: '100', socket: 'W10' }));
  expect(some.ranking.placed.map(({ entry, place }) => [entry, place])).toEqual([
    ['lebeche-120', 1],
    ['solano', 2],
  ]);
  const why = new Map(some.leftOut.map((out) => [out.entry, out.why]));
  expect(why.get('tramontana')).toEqual(['168 mm tall, 8 mm too tall', '9.00 EUR over the budget']);
  expect(why.get('terral-slim')).toEqual(['does not fit W10']);
  expect(some.ranking.placed.length + some.ranking.notPlaced.length + some.leftOut.length).toBe(
    view.entries.length,
  );
  expect(all.leftOut).toEqual([]);
  const radiator = await verdictOf(view, verdictQuery({ radiator: '300' }));
  expect(radiator.leftOut).toEqual([{ entry: 'jaloque-360', why: ['radiator 397 mm long, 97 mm too long'] }]);
  const holds = await verdictOf(view, verdictQuery({ holds: '170' }));
  expect(holds.leftOut.map(({ entry }) => entry).sort()).toEqual(['matacabras', 'terral-slim']);
  // The same heat in a warmer room under a lower limit leaves out more.
  const warm = await verdictOf(view, verdictQuery({ watts: '170', room: '35', limit: '80' }));
  expect(warm.leftOut.length).toBeGreaterThan(holds.leftOut.length);
  const none = await verdictOf(view, verdictQuery({ height: '3' }));
  expect(none.ranking.placed.map(({ entry }) => entry)).toEqual([]);
  expect(none.leftOut).toHaveLength(8);
  const loops = await verdictOf(view, verdictQuery({ height: '3', radiator: '400' }));
  expect(loops.ranking.placed.map(({ entry }) => entry)).toEqual(['jaloque-360', 'cierzo-240']);
  expect(verdictQuery({ height: 'tall', memory: '-3', holds: '1e9' }).filter).toBeUndefined();
  expect(verdictQuery({ memory: '40' }).filter).toEqual({ ...NO_FILTER, memoryMm: 40 });
});

test('a step of the price front costs the same on Value and on Ways to compare', async () => {
  const view = await viewed(towers);
  const { valued, verdict } = await viewValue(view, {});
  const { ways } = (await rankedWays(view, { load: loadKey(verdict.chosen.load), lineDb: verdict.lineAt }))!;
  const { response } = verdict.shown;
  const steps = valued.flatMap(({ entry, standing }) =>
    standing?.next ? [{ entry, next: standing.next }] : [],
  );
  expect(steps.length).toBeGreaterThan(1);
  for (const { entry, next } of steps) {
    const asked = { response, load: loadKey(verdict.chosen.load), lineDb: verdict.lineAt };
    const pair = await pairByWays(view, ways, asked, [entry, next.entry]);
    expect(pair!.perUnit95).toEqual(next.perUnit95);
  }
});

test('who does not hold the load says what it sustained, and when it came to the limit', async () => {
  const { sustained, ranking } = await verdictOf(await viewed(towers), {});
  expect(Object.keys(sustained)).toEqual(['terral-slim']);
  const { powerW, clockMhz, untilLimitS } = sustained['terral-slim']!;
  // At the limit of 90 °C in a room of about 22: 68 K over its R.
  const { resistanceKPerW } = ranking.placed.find(({ entry }) => entry === 'terral-slim')!;
  expect(Math.abs(powerW! - 67.5 / resistanceKPerW!)).toBeLessThan(2);
  expect(powerW!).toBeLessThan(165);
  expect(clockMhz!).toBeLessThan(4150);
  // The order of clocks tells the same.
  const clocks = await verdictOf(await viewed(towers), { response: 'clock', line: '33' });
  const held = clocks.ranking.placed.find(({ entry }) => entry === 'terral-slim')!;
  expect(clockMhz).toBe(held.value);
  // Against speed, too: speeds stand in the logs.
  const bySpeed = await verdictOf(await viewed(towers), { against: 'rpm' });
  expect(Object.values(bySpeed.sustained)[0]!.powerW).toBeGreaterThan(100);
  expect(untilLimitS!).toBeGreaterThan(20);
  expect(untilLimitS!).toBeLessThan(900);
});

test('a score over loads and lines, by the weights of the address', async () => {
  const view = await viewed(towers);
  const even = viewWeights(view, undefined)!;
  expect(even.points.map(({ label, weight }) => [label, weight])).toEqual([
    ['170 W, 33.0 dB(A)', 1],
    ['170 W, 28.0 dB(A)', 1],
    ['90 W, 33.0 dB(A)', 1],
    ['90 W, 28.0 dB(A)', 1],
  ]);
  const told = valueOf(even.told);
  expect(told.leftOut.map(({ entry }) => entry)).toEqual(['jaloque-360', 'matacabras']);
  const [first] = told.scores;
  const own = even.at[first!.entry]!;
  expect(first!.value).toBeCloseTo((own[0]! + own[1]! + own[2]! + own[3]!) / 4, 9);
  const loud = valueOf(viewWeights(view, '1,0,0,0')!.told);
  expect(loud.scores[0]!.entry).toBe('jaloque-360');
  expect(reasonOf(viewWeights(view, '0,0')!.told)).toMatch(/sum to nothing/);
  expect(viewWeights(view, 'x,-2,3')!.points.map(({ weight }) => weight)).toEqual([0, 0, 3, 0]);
  const id = await importSound(smallBundle());
  expect(viewWeights(await viewed(id), undefined)!.points).toHaveLength(1);
});
