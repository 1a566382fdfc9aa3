import fc from 'fast-check';
import type { Schema } from 'yup';
import { BOUNDS } from '@/core/bounds';
import { airflowWall, type WallPoint } from '@/core/judgement/measures/airflowWall';
import { chanceAhead } from '@/core/judgement/pairs/chanceAhead';
import { chanceFirst } from '@/core/judgement/chanceFirst';
import { priceFront } from '@/core/judgement/readers/priceFront';
import { rigBookSheet } from '@/contracts/sheets/rigSheets';
import { orderSchema } from '@/lab/bench/orderSchema';
import { newRun, runChanges, runEdit, runEdits } from '@/lab/runs/runEditSchema';

function told(schema: Schema, body: unknown): string {
  try {
    schema.validateSync(body);
    return '';
  } catch (error) {
    if ((error as Error).name !== 'ValidationError') throw error;
    return (error as Error).message;
  }
}

const RUN = { entry: 'a', setting: '60 %', mount: 1, pass: 1, loadW: 170, noiseDb: 33.1, floorDb: 18.5 };

test.each<[string, object, string]>([
  ['with its means', { cpuC: 61, ambientC: 22, powerW: 168 }, ''],
  ['with nothing measured, which is asked for later', {}, ''],
  ['of no entry', { entry: '' }, 'which entry?'],
  ['without a setting', { setting: '' }, 'the fan setting needs a label'],
  ['without the meter', { noiseDb: undefined }, 'the reading of the meter was expected'],
  ['without the room', { floorDb: undefined }, 'the reading of the room alone was expected'],
  ['at no load', { loadW: undefined }, 'a heat load was expected'],
  ['at mount nought', { mount: 0 }, 'at least 1'],
  ['at half a pass', { pass: 1.5 }, 'a whole number was expected'],
  ['louder than anything', { noiseDb: 200 }, 'between −20 and 160'],
  ['colder than any room', { ambientC: -90 }, 'between −40 and 200'],
  ['with a fan that flies', { rpm: 1e6 }, 'between 0 and 60000'],
  ['with a duty over all', { dutyPct: 130 }, 'between 0 and 100'],
  ['with a level as a text', { noiseDb: '33' }, 'a number was expected'],
  ['with a reading of nothing', { readings: [null] }, 'cannot be null'],
  ['with readings as one', { readings: {} }, 'must be a `array`'],
])('a run typed %s', (_, part, message) => {
  const said = told(newRun, { ...RUN, ...part });
  if (message === '') expect(said).toBe('');
  else expect(said.replace(/-(?=\d)/g, '−')).toContain(message);
});

test.each<[string, Schema, unknown, string]>([
  ['nothing changed', runChanges, {}, ''],
  ['a window back to the automatic one', runChanges, { window: null }, ''],
  [
    'a window without a reason',
    runChanges,
    { window: { startS: 10, endS: 300, reason: '' } },
    'needs a reason',
  ],
  [
    'a window that ends before time',
    runChanges,
    { window: { startS: -20, endS: -10, reason: 'x' } },
    'greater than 0',
  ],
  ['a setting taken away', runChanges, { setting: '' }, 'the fan setting needs a label'],
  ['a version unsaid', runEdit, { changes: {} }, 'version is a required field'],
  ['a version that cannot be', runEdit, { version: 2 ** 40, changes: {} }, 'over 2147483647'],
  ['nothing to change', runEdit, { version: 1 }, ''],
  ['no runs', runEdits, { edits: [] }, 'no runs were chosen'],
  [
    'a run that is none',
    runEdits,
    { edits: [{ run: 0, version: 1, changes: {} }] },
    'greater than or equal to 1',
  ],
  ['an order of no kind', orderSchema, { do: 'dance' }, 'must be one of'],
  ['a start of nothing', orderSchema, { do: 'start' }, 'which mount?'],
  ['an overrule without a reason', orderSchema, { do: 'overrule' }, 'the reason is printed with the run'],
  ['an empty note', orderSchema, { do: 'note', text: '  ' }, 'an empty note says nothing'],
  ['a confirmation', orderSchema, { do: 'confirm' }, ''],
  ['a clock too fast', orderSchema, { do: 'speed', speed: 1000 }, 'runs at 1 to 120'],
  [
    'an instrument without a name',
    rigBookSheet,
    { instruments: [{ name: '', kind: 'sound meter' }] },
    'needs a name',
  ],
  ['an instrument of no kind', rigBookSheet, { instruments: [{ name: 'M', kind: 'ear' }] }, 'must be one of'],
  [
    'a check on no day',
    rigBookSheet,
    { checks: [{ kind: 'calibrator', reading: 94 }] },
    'a day was expected',
  ],
  [
    'a check without a reading',
    rigBookSheet,
    { checks: [{ on: '2026-11-25', kind: 'calibrator' }] },
    'a reading was',
  ],
  [
    'a check that cannot be',
    rigBookSheet,
    { checks: [{ on: '2026-11-25', kind: 'calibrator', reading: 900 }] },
    '200',
  ],
])('%s', (_, schema, body, message) => {
  const said = told(schema, body);
  if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
});

test('every figure of a typed run is held to the bounds of the bench, at both of its ends', () => {
  const fields = [
    ['loadW', 'powerW'],
    ['noiseDb', 'levelDb'],
    ['floorDb', 'levelDb'],
    ['cpuC', 'temperatureC'],
    ['ambientC', 'temperatureC'],
    ['rpm', 'speedRpm'],
    ['dutyPct', 'dutyPct'],
  ] as const;
  for (const [field, bound] of fields) {
    const { min, max } = BOUNDS[bound];
    const takes = (value: number) => told(newRun, { ...RUN, [field]: value }) === '';
    expect([field, takes(min), takes(max)]).toEqual([field, true, true]);
    expect([field, takes(min - 0.01), takes(max + 0.01)]).toEqual([field, false, false]);
    expect(takes(Number.NaN)).toBe(false);
  }
});

const wallPoints = fc
  .record({
    wall: fc.double({ min: 0.08, max: 0.3, noNaN: true }),
    a: fc.double({ min: 0.02, max: 0.12, noNaN: true }),
    b: fc.double({ min: 0.5, max: 1.2, noNaN: true }),
  })
  .map(({ wall, a, b }) =>
    [600, 800, 1000, 1300, 1700].map((rpm): WallPoint => ({
      ...{ rpm, variance: 1e-6, freedom: 40 },
      resistanceKPerW: wall + a * (rpm / 1000) ** -b,
    })),
  );

test('the wall goes with the unit of resistance, not with the order of settings, and more readings narrow it', () => {
  fc.assert(
    fc.property(wallPoints, (points) => {
      const of = (given: readonly WallPoint[]) => {
        const found = airflowWall(given);
        if (!found.known) throw new Error(found.reason);
        return found.value;
      };
      const own = of(points);
      const milli = of(
        points.map((point) => ({ ...point, resistanceKPerW: 1000 * point.resistanceKPerW, variance: 1 })),
      );
      expect(milli.value / own.value).toBeCloseTo(1000, 0);
      expect(of([...points].reverse()).value).toBeCloseTo(own.value, 6);
      const surer = of(points.map((point) => ({ ...point, variance: 2.5e-7 })));
      expect(surer.interval95).toBeLessThan(own.interval95);
      expect(of(points).interval95).toBe(own.interval95);
    }),
    { numRuns: 12 },
  );
});

const entries = fc.array(
  fc.record({
    value: fc.double({ min: 30, max: 60, noNaN: true }),
    sigma: fc.double({ min: 0.05, max: 1, noNaN: true }),
    price: fc.integer({ min: 10, max: 200 }),
  }),
  { minLength: 1, maxLength: 7 },
);

const asPlaced = (items: readonly { value: number; sigma: number; price: number }[]) =>
  [...items]
    .sort((a, b) => a.value - b.value)
    .map(({ value, sigma, price }, i) => ({
      ...{ entry: `e${i}`, value, price, shared: 0, status: 'ranked' as const },
      doubt: [{ from: 'mounts' as const, variance: sigma ** 2, freedom: Infinity }],
    }));

test('chances of being first add up to one, and so do those of a pair', () => {
  fc.assert(
    fc.property(entries, (items) => {
      const placed = asPlaced(items);
      const firsts = chanceFirst(placed, 'lower', 1, 300);
      expect(firsts.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
      const [one, other] = [placed[0]!, placed.at(-1)!];
      const sum = chanceAhead(one, other, 'lower') + chanceAhead(one, other, 'higher');
      expect(sum).toBeCloseTo(1, 9);
      expect(chanceAhead(one, other, 'lower')).toBeGreaterThanOrEqual(0.5);
    }),
  );
});

test('nobody on the front is beaten by anybody, a step up costs more and is cooler, and the cheapest is never beaten', () => {
  fc.assert(
    fc.property(entries, (items) => {
      const placed = asPlaced(items);
      const front = priceFront(placed);
      expect(front.map(({ entry }) => entry)).toEqual(placed.map(({ entry }) => entry));
      for (const { entry, beatenBy, next } of front) {
        expect(beatenBy).not.toContain(entry);
        if (beatenBy.length > 0) expect(next).toBeNull();
        if (!next) continue;
        expect(next.moreMoney).toBeGreaterThanOrEqual(0);
        expect(next.better).toBeGreaterThan(0);
        expect(next.moneyPerUnit).toBeCloseTo(next.moreMoney / next.better, 9);
        expect(front.find((other) => other.entry === next.entry)!.beatenBy).toEqual([]);
      }
      const least = Math.min(...placed.map(({ price }) => price));
      const cheapest = placed.filter(({ price }) => price === least);
      if (cheapest.length === 1)
        expect(front.find(({ entry }) => entry === cheapest[0]!.entry)!.beatenBy).toEqual([]);
    }),
  );
});
