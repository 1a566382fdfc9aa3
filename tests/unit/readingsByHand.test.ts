import fc from 'fast-check';
import { readingWords } from '@/core/air/readingWords';
import { oddReadings } from '@/core/air/oddReadings';
import { clipped } from '@/core/clipped';
import { addLevels } from '@/core/levels/addLevels';
import { inOwnUnit, READING_QUANTITIES, shownUnit, unitsOf } from '@/core/responses/readingUnits';
import type { SpotReading } from '@/core/responses/spotReading';
import { resistanceOf, typedPairs } from '@/stages/air/resistances';
import { asTyped, emptyPlace, scatterOf, sentPlaces, type TypedPlace } from '@/stages/run/typedReadings';
import { valueOf } from '../support/outcome';

const typed = (more: Partial<TypedPlace>): TypedPlace => ({ ...emptyPlace('airspeed', '15 cm'), ...more });
const spot = (
  quantity: SpotReading['quantity'],
  place: string,
  value: number,
  rpm: number | null = null,
) => ({
  ...{ quantity, place, value, rpm },
});

test('what is typed is sent as it stands, places without readings are passed over, and it comes back the same', () => {
  const rows = [
    typed({ values: ' 1,28  1.30;1.29 ' }),
    typed({ place: '30 cm', values: '' }),
    typed({
      quantity: 'pressure',
      place: ' closed chamber ',
      unit: 'mmH2O',
      values: '1.5',
      rpm: '1 450'.replace(' ', ''),
    }),
  ];
  expect(sentPlaces(rows)).toEqual({
    places: [
      { quantity: 'airspeed', place: '15 cm', unit: 'm/s', values: [1.28, 1.3, 1.29], rpm: null },
      { quantity: 'pressure', place: 'closed chamber', unit: 'mmH2O', values: [1.5], rpm: 1450 },
    ],
  });
  const value = fc.integer({ min: 0, max: 9000 }).map((hundredths) => hundredths / 100);
  const reading = fc.record({
    quantity: fc.constantFrom('airspeed' as const, 'pressure' as const, 'flow' as const),
    place: fc.constantFrom('15 cm', 'closed chamber', 'opening 2'),
    value,
    rpm: fc.constantFrom(null, 900),
  });
  fc.assert(
    fc.property(fc.array(reading, { maxLength: 12 }), (readings) => {
      const sent = sentPlaces(asTyped(readings));
      if ('wrong' in sent) throw new Error(sent.wrong);
      const back = sent.places.flatMap(({ values, unit, ...place }) =>
        values.map((typedValue) => {
          const own = inOwnUnit(place.quantity, typedValue, unit);
          return { ...place, value: 'wrong' in own ? NaN : own.value };
        }),
      );
      const key = (one: SpotReading) => `${one.quantity} ${one.place} ${one.rpm} ${one.value}`;
      expect(back.map(key).sort()).toEqual(readings.map(key).sort());
    }),
  );
});

test.each([
  [typed({ values: '1.2 m' }), '15 cm: numbers with a space between, got “1.2 m”'],
  [typed({ values: '1.2', place: ' ' }), 'airspeed: where was it read?'],
  [typed({ values: '400' }), '15 cm: an airspeed lies between 0 and 100 m/s: 400 m/s'],
  [typed({ values: '1.2', rpm: 'fast' }), '15 cm, rpm: not a number: “fast”'],
])('%j is told with its row', (row, wrong) => {
  expect(sentPlaces([typed({ values: '1' }), row])).toEqual({ at: 1, wrong });
});

test('scatter is told while it is typed, in the unit that it is kept in', () => {
  expect(scatterOf(typed({ values: '250 254', unit: 'ft/min' }))!.mean).toBeCloseTo(252 * 0.00508, 9);
  expect(scatterOf(typed({ values: '1.2 1.' }))!.readings).toHaveLength(2);
  expect(scatterOf(typed({ values: 'a' }))).toBeNull();
  expect(scatterOf(typed({ values: '' }))).toBeNull();
});

test.each([
  ['airspeed', 196.85, 'ft/min', 1],
  ['flow', 1, 'ft3/min', 1.69901],
  ['pressure', 1, 'mmH2O', 9.80665],
] as const)('%s: %d %s', (quantity, value, unit, own) => {
  const read = inOwnUnit(quantity, value, unit);
  expect('wrong' in read ? NaN : read.value).toBeCloseTo(own, 4);
});

test('units are a quantity’s own, and are shown as people write them', () => {
  for (const quantity of READING_QUANTITIES)
    for (const unit of unitsOf(quantity)) expect(inOwnUnit(quantity, 20, unit)).not.toHaveProperty('wrong');
  expect(inOwnUnit('airspeed', 1, 'toString')).toMatchObject({ wrong: 'unit' });
  expect(['m3/h', 'ft3/min', 'mmH2O', 'degC', 'm/s'].map(shownUnit)).toEqual([
    'm³/h',
    'ft³/min',
    'mmH₂O',
    '°C',
    'm/s',
  ]);
});

test('a change log tells readings place by place, and is cut where it would not end', () => {
  const readings = [
    spot('airspeed', '15 cm', 2.1),
    spot('airspeed', '15 cm', 2.2),
    spot('pressure', 'closed', 12, 900),
  ];
  expect(readingWords(readings)).toBe(
    'airspeed at 15 cm 2.1, 2.2 m/s; pressure at closed 12 (at 900 rpm) Pa',
  );
  expect(readingWords([])).toBe('');
  expect(clipped('a'.repeat(30), 12)).toBe(`${'a'.repeat(10)} …`);
  expect(clipped('short', 12)).toBe('short');
});

test.each([
  [[spot('flow', 'opening 1', 20)], 1000, ['no pressure there']],
  [[spot('flow', 'opening 1', 20), spot('pressure', 'opening 1', 5)], 1000, []],
  [[spot('pressure', 'closed', 5)], null, ['without a fan speed']],
  [[spot('pressure', 'closed', 5, 900)], null, []],
  [[2.1, 2.12, 2.1, 2.11, 3.9].map((value) => spot('airspeed', '15 cm', value)), 1000, ['3.9 is an outlier']],
  [[spot('airspeed', '15 cm', 2)], null, []],
])('asked about before it is taken: %j', (readings, rpm, asked) => {
  expect(oddReadings(readings, rpm)).toEqual(asked.map((words) => expect.stringContaining(words)));
});

test('levels add by energy: two alike are 3 dB more, and one far below counts for nothing', () => {
  expect(addLevels([30, 30])).toBeCloseTo(33.01, 2);
  expect(addLevels([40, -99])).toBeCloseTo(40, 6);
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 90, noNaN: true }), { minLength: 1, maxLength: 6 }),
      (levels) => {
        const total = addLevels(levels);
        expect(total).toBeGreaterThanOrEqual(Math.max(...levels) - 1e-9);
        expect(total).toBeLessThanOrEqual(Math.max(...levels) + 10 * Math.log10(levels.length) + 1e-9);
      },
    ),
  );
});

const CHOSEN = { pressurePa: 9, flowM3PerH: 50, exponent: 1.7 };

test('a resistance is chosen, or fitted to pairs as soon as some are typed', () => {
  expect(valueOf(resistanceOf(CHOSEN, '')).fitted).toBeNull();
  const read = valueOf(resistanceOf(CHOSEN, '20 4\n\n40  16\n80;64\n'));
  expect(read.fitted).toMatchObject({ heldAt: null });
  expect(read.exponent).toBeCloseTo(2, 9);
  expect(typedPairs('20,5 4')).toEqual([{ flowM3PerH: 20.5, pressurePa: 4 }]);
});

test.each([
  [CHOSEN, '20 4\nforty 16', 'line 2: a flow and a pressure were expected, got “forty 16”'],
  [CHOSEN, '20 4 1', 'line 1: a flow and a pressure were expected, got “20 4 1”'],
  [CHOSEN, '20', 'line 1: a flow and a pressure were expected, got “20”'],
  [CHOSEN, '20 4\n40 16', 'fewer than three readings'],
  [CHOSEN, '0 4\n20 8\n40 16', 'flow and pressure must be above 0, got 0 m³/h and 4 Pa'],
  [{ ...CHOSEN, exponent: 3 }, '', 'the exponent lies from 1 to 2'],
  [{ ...CHOSEN, pressurePa: -1 }, '', 'pressure and flow must be above 0'],
])('no resistance: %j %j', (chosen, pairs, reason) => {
  expect(resistanceOf(chosen, pairs)).toEqual({ known: false, reason });
});
