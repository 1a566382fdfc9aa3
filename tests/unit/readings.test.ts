import fc from 'fast-check';
import { alignClocks } from '@/core/joining/alignClocks';
import { isUsable } from '@/core/curves/settings/measuredPoint';
import { decidedByMeans } from '@/core/curves/settings/settingMeans';
import { withinRange } from '@/core/levels/meterRange';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { windowStep } from '@/core/statistics/windowStep';
import { responseOf } from '@/core/responses/responses';
import { runPoint } from '@/core/roundUp/runPoint';
import type { Instrument } from '@/core/rig/instrument';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { headingUnit } from '@/formats/log/headingUnit';
import { placeLabels } from '@/ui/chart/placeLabels';
import { figure, placeText, signed, withUnit } from '@/ui/marks/figures';
import { typedNumber } from '@/ui/typedNumber';
import { seededChance } from '../support/chance';

const levels = fc.array(fc.double({ min: -20, max: 120, noNaN: true }), { minLength: 1, maxLength: 40 });

test('an energy mean lies between mean and loudest, moves along with a gain, and doubles by 3 dB', () => {
  fc.assert(
    fc.property(levels, fc.double({ min: -30, max: 30, noNaN: true }), (values, gainDb) => {
      const meanDb = energyMeanDb(values);
      expect(meanDb).toBeLessThanOrEqual(Math.max(...values) + 1e-9);
      expect(meanDb).toBeGreaterThanOrEqual(values.reduce((a, b) => a + b, 0) / values.length - 1e-9);
      expect(energyMeanDb(values.map((level) => level + gainDb))).toBeCloseTo(meanDb + gainDb, 6);
    }),
  );
  // ISO 1996-1: silence for half of the time takes 3.01 dB off.
  expect(energyMeanDb([60, -Infinity])).toBeCloseTo(56.99, 2);
  expect(() => energyMeanDb([])).toThrow(RangeError);
});

test('a step of a level is found with its size, whatever scatters about it; bursts and holes make none', () => {
  const chance = seededChance(5);
  const steady = Array.from({ length: 300 }, () => 33 + 0.2 * chance.normal());
  expect(windowStep(steady)).toBeLessThan(0.5);
  const stepped = steady.map((level, i) => (i < 120 ? level + 12 : level));
  expect(Math.abs(windowStep(stepped) - 12)).toBeLessThan(0.3);
  const burst = steady.map((level, i) => (i >= 150 && i < 155 ? 61 : level));
  expect(windowStep(burst)).toBeLessThan(0.5);
  const holed = stepped.map((level, i) => (i % 3 === 0 ? NaN : level));
  expect(Math.abs(windowStep(holed) - 12)).toBeLessThan(0.4);
  expect(windowStep([33, 45])).toBe(0);
});

test('clocks: a log that is off by so much is moved by so much, in both directions', () => {
  const moments = fc
    .uniqueArray(fc.integer({ min: 0, max: 40 }), { minLength: 3, maxLength: 8 })
    .map((values) => values.map((i) => i * 137 + ((i * i) % 61)).sort((a, b) => a - b));
  fc.assert(
    fc.property(moments, fc.integer({ min: 4, max: 60 }), fc.boolean(), (lead, offS, behind) => {
      const offsetS = behind ? offS : -offS;
      const shift = alignClocks(
        lead,
        lead.map((at) => at - offsetS),
      );
      expect(shift!.matched).toBe(lead.length);
      expect(Math.abs(shift!.offsetS - offsetS)).toBeLessThanOrEqual(1);
    }),
  );
  expect(alignClocks([100, 400, 900], [101, 401, 899])).toBeNull();
  expect(alignClocks([], [10, 20])).toBeNull();
  expect(alignClocks([100], [])).toBeNull();
});

test('headings name their unit in brackets, after a comma, as a last word or a suffix; else they name none', () => {
  const cases: [heading: string, name: string, unit: string | null, factor?: number][] = [
    ['CPU (°C)', 'CPU', 'degC'],
    ['CPU [C]', 'CPU', 'degC'],
    ['Die, deg C', 'Die', 'degC'],
    ['t_amb_degC', 't_amb', 'degC'],
    ['Room °F', 'Room', 'degF'],
    ['Package power (W)', 'Package power', 'W'],
    ['P in kW', 'P', 'W', 1000],
    ['Fan 1 r/min', 'Fan 1', 'rpm'],
    ['Blower (1/min)', 'Blower', 'rpm'],
    ['LAeq dB(A)', 'LAeq', 'dB(A)'],
    ['noise [dBA]', 'noise', 'dB(A)'],
    ['Core clock, GHz', 'Core clock', 'MHz', 1000],
    ['elapsed (ms)', 'elapsed', 's', 0.001],
    ['rpm', 'rpm', 'rpm'],
    ['Usage %', 'Usage', 'foreign'],
    ['12 V rail (V)', '12 V rail', 'foreign'],
    ['CPU', 'CPU', null],
    ['Hot spot (max)', 'Hot spot (max)', null],
  ];
  for (const [heading, name, unit, factor = 1] of cases) {
    const found = headingUnit(heading);
    expect([heading, found.name.trim(), found.unit?.unit ?? null]).toEqual([heading, name, unit]);
    if (found.unit) expect(found.unit.factor).toBe(factor);
  }
  // A heading of a megabyte is looked at as far as a heading goes.
  for (const long of ['a' + '_ '.repeat(500_000), '('.repeat(1_000_000), 'x,'.repeat(400_000)])
    expect(headingUnit(long).unit).toBeNull();
});

test('instruments: a class and a step make the doubt; what is shared is an outlier', () => {
  const listed = (kind: Instrument['kind'], grade: string, resolution = '') =>
    ({ name: 'Ours', kind, grade, resolution, range: '', calibratedOn: '', dueOn: '' }) as Instrument;
  const plain = instrumentDoubt(null);
  // Class 2: ± 1 dB spread evenly is 1/√3; steps of 0.1 dB are 0.1/√12.
  expect(plain.sharedLevelDb).toBeCloseTo(1 / Math.sqrt(3), 9);
  expect(plain.stepK).toBeCloseTo(Math.hypot(0.1, 0.1) / Math.sqrt(12), 9);
  const better = instrumentDoubt({
    instruments: [listed('sound meter', 'class 1', '0.01 dB'), listed('room probe', '± 0,1 K')],
    checks: [],
  });
  expect(better.sharedLevelDb).toBeCloseTo(0.7 / Math.sqrt(3), 9);
  expect(better.sharedRiseK).toBeLessThan(plain.sharedRiseK);
  expect(better.from[0]).toBe('sound meter: Ours, class 1, steps of 0.01 dB');
  expect(better.from[2]).toContain('taken as ± 1 K');
  const coarse = instrumentDoubt({ instruments: [listed('room probe', '', '1 °C')], checks: [] });
  expect(coarse.stepK).toBeGreaterThan(0.28);
});

test('a level under the range of the meter is a bound, whatever the room, and so is each pass of its setting', () => {
  const meter = { name: 'M', kind: 'sound meter' as const, resolution: '', grade: 'class 2' };
  const rangeOf = (range: string) =>
    instrumentDoubt({ instruments: [{ ...meter, range, calibratedOn: '', dueOn: '' }], checks: [] }).lowestDb;
  expect(['25 to 130 dB(A)', '30–120 dB', 'from 18,5 … 110', 'A, C', ''].map(rangeOf)).toEqual([
    ...[25, 30, 18.5, null, null],
  ]);
  // A range of frequencies is none of levels.
  expect(['20-20000 Hz', '31,5 Hz to 8 kHz'].map(rangeOf)).toEqual([null, null]);
  const at = (lowestDb: number | null, noiseDb: number) =>
    runPoint(
      { keptValue: () => null },
      {
        ...{ run: '1', entry: 'a', mount: 1, pass: 1, setting: '1', loadW: 100, loadName: '', gpuLoadW: 0 },
        ...{
          level: withinRange(coolerLevel(noiseDb, 10), lowestDb),
          roomDoubtK: 0,
          rpm: null,
          dutyPct: null,
          die: null,
        },
        ...{ sone: null, score: null },
      },
      responseOf('level')!,
      null,
    )!;
  expect([at(null, 24), at(25, 25), at(25, 24)].map(({ level }) => level.standing)).toEqual([
    ...['good', 'clear', 'at-floor'],
  ]);
  const passes = [at(25, 24), { ...at(25, 26), run: '2', pass: 2 }];
  expect(decidedByMeans(passes).map((point) => isUsable(point))).toEqual([false, false]);
});

test('numbers are read as people type them, and written with a proper minus', () => {
  expect(['31,5', ' 22 ', '−4', '1e2', '0'].map(typedNumber)).toEqual([31.5, 22, -4, 100, 0]);
  for (const wrong of ['', ' ', 'warm', '1,2,3', '12 W', 'Infinity', 'NaN', '--1'])
    expect([wrong, typedNumber(wrong)]).toEqual([wrong, null]);
  expect([figure(-0.25, 1), figure(NaN, 1), figure(null, 2), signed(0.3, 1)]).toEqual([
    '−0.3',
    '–',
    '–',
    '+0.3',
  ]);
  expect([withUnit(21.04, 1, '°C'), withUnit(33, 1, 'dB(A)'), withUnit(null, 1, 'K')]).toEqual([
    '21.0\u202f°C',
    '33.0 dB(A)',
    '–',
  ]);
  expect([placeText(2, 2), placeText(2, 4)]).toEqual(['2', '2–4']);
});

test('labels at the ends of curves never cover one another, keep their order, and stay inside where there is room', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 22 }), (heights) => {
      const placed = placeLabels(
        heights.map((y) => ({ y })),
        0,
        400,
      );
      placed.forEach((label, i) => {
        const next = placed[i + 1];
        if (next) expect(next.labelY - label.labelY).toBeGreaterThanOrEqual(17);
        if (next) expect(next.y).toBeGreaterThanOrEqual(label.y);
        expect(label.labelY).toBeLessThanOrEqual(400);
        expect(label.labelY).toBeGreaterThanOrEqual(0);
      });
    }),
  );
});
