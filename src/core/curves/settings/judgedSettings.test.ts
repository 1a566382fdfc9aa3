import fc from 'fast-check';
import { coolerLevel } from '../../levels/coolerLevel';
import { cellLevel, levelRead } from '../../levels/cellLevel';
import { curveRule, responseOf } from '../../responses/responses';
import { curveEnds } from '../shown/curveEnds';
import { entryCurves } from '../entryCurve';
import { judgedSettings, type JudgedSetting } from './judgedSettings';
import type { MeasuredPoint } from './measuredPoint';
import { restatedBySpeed } from '../shape/speedLaw';
import { valueAtLine } from '../valueAtLine';

const setting = (value: number, own95 = 0.5, weight = 1): JudgedSetting => ({
  ...{ value, own95, weight, resistanceKPerW: value / 100 },
});

test('along the axis a curve gets no worse: within the doubt two settings are one, beyond it the worse is left out', () => {
  const of = (...values: number[]) =>
    judgedSettings(
      values.map((value) => setting(value)),
      'lower',
    );
  expect(of(40, 40.3).map(({ value }) => value)).toEqual([40.15, 40.15]);
  expect(of(40, 42)).toMatchObject([{ judged: true, value: 40 }, { judged: false }]);
  expect(of(44, 42, 40)).toMatchObject([{ value: 44 }, { value: 42 }, { value: 40 }]);
  // By the number of mounts, not of settings.
  expect(judgedSettings([setting(40, 0.5, 3), setting(40.4)], 'lower')[0]!.value).toBeCloseTo(40.1, 9);
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 30, max: 50, noNaN: true }), { minLength: 1, maxLength: 9 }),
      (values) => {
        const judged = of(...values).filter((one) => one.judged);
        judged.forEach(
          (one, i) => i > 0 && expect(one.value).toBeLessThanOrEqual(judged[i - 1]!.value + 1e-9),
        );
        const turned = judgedSettings(
          values.map((value) => setting(-value)),
          'higher',
        );
        expect(turned.map(({ judged: flag, value }) => [flag, -value])).toEqual(
          of(...values).map(({ judged: flag, value }) => [flag, value]),
        );
      },
    ),
  );
});

test('whoever measures a plateau more often is not better off by its lowest noisy point', () => {
  const chances = [0.2, -0.3, 0.1, -0.2, 0.25, -0.05];
  const many = judgedSettings(
    chances.map((noise) => setting(40 + noise)),
    'lower',
  );
  // The lowest of the six readings is 0.3 K under the truth.
  expect(Math.min(...many.map(({ value }) => value))).toBeGreaterThan(39.9);
});

function pointOf(value: number, more: Partial<MeasuredPoint> & { noiseDb?: number }): MeasuredPoint {
  const { noiseDb = 33, ...rest } = more;
  return {
    ...{
      run: JSON.stringify([value, more]),
      entry: 'a',
      mount: 1,
      pass: 1,
      setting: String(rest.rpm ?? noiseDb),
    },
    ...{
      level: coolerLevel(noiseDb, 10),
      settled: true,
      value,
      resistanceKPerW: null,
      shortfall: 0,
      roomDoubtK: 0,
    },
    ...rest,
  };
}
const curveOf = (points: MeasuredPoint[], id: string, against: 'noise' | 'rpm') =>
  entryCurves([{ entry: 'a' }], points, undefined, curveRule(responseOf(id)!, against))[0]!;

test('a cost of speed is read where it is asked for: 0.75, 1.66 and 3.07 sone at 27, 33 and 39 dB(A)', () => {
  const points = [
    pointOf(0.75, { noiseDb: 27 }),
    pointOf(1.66, { noiseDb: 33 }),
    pointOf(3.07, { noiseDb: 39 }),
  ];
  const curve = curveOf(points, 'sone', 'noise');
  const at = (line: number) => valueAtLine(curve, line);
  expect(at(27.04)).toMatchObject({ placed: true, value: expect.closeTo(0.75, 1) });
  expect(at(33)).toMatchObject({ placed: true, value: expect.closeTo(1.66, 2) });
  expect(at(38.9)).toMatchObject({ placed: true, value: expect.closeTo(3.05, 1) });
});

test('a speed within 1 % or 15 rpm is reached; one further off is restated by its law, whose doubt is told', () => {
  const fan = (rpm: number) =>
    curveOf([pointOf(2, { rpm }), pointOf(2, { rpm, pass: 2 })], 'airspeed', 'rpm');
  expect(valueAtLine(fan(1006), 1000)).toMatchObject({ placed: true, value: 2, restated: false });
  const off = valueAtLine(fan(1095), 1000);
  expect(off).toMatchObject({ placed: true, value: expect.closeTo(2 / 1.095, 9), restated: true });
  expect(restatedBySpeed({ by: 'power', exponent: -0.4, either: 0.2 }, 30, 1000, 1080)).toMatchObject({
    value: expect.closeTo(30 * 1.08 ** -0.4, 9),
    lawU: expect.closeTo((30 * 1.08 ** -0.4 * Math.log(1.08) * 0.2) / Math.sqrt(3), 9),
  });
  const rise = valueAtLine(curveOf([pointOf(30, { rpm: 1095 })], 'rise', 'rpm'), 1000);
  if (!rise.placed) throw new Error('not placed');
  expect(rise.doubt.find(({ from }) => from === 'law')!.variance).toBeGreaterThan(0.04);
});

test('whether a level stands over the room falls by the mean of its readings, and all of them count', () => {
  const cell = [coolerLevel(23.6, 20), coolerLevel(22.6, 20)];
  expect(cell.map(({ standing }) => standing)).toEqual(['valid', 'at-floor']);
  const made = cellLevel(cell);
  expect(made.standing).toBe('valid');
  const meanDb = 10 * Math.log10((10 ** 2.36 + 10 ** 2.26) / 2);
  expect(made.levelDb).toBeCloseTo(10 * Math.log10(10 ** (meanDb / 10) - 100), 6);
  expect(cellLevel([coolerLevel(23.2, 20), coolerLevel(22.4, 20)]).standing).toBe('at-floor');
  fc.assert(
    fc.property(fc.double({ min: 21, max: 50, noNaN: true }), (noiseDb) => {
      expect(levelRead(coolerLevel(noiseDb, 20)).floorDb).toBeCloseTo(20, 6);
    }),
  );
});

test('an entry whose quietest setting the room hides has nothing at its quietest', () => {
  const hidden = pointOf(45, { noiseDb: 12, setting: '30 %' });
  const curve = curveOf(
    [hidden, pointOf(40, { noiseDb: 33 }), pointOf(38, { noiseDb: 36 })],
    'rise',
    'noise',
  );
  expect(valueAtLine(curveEnds([curve], 'first')[0]!, 40)).toMatchObject({
    ...{ placed: false, status: 'below-floor' },
    reason: 'its quietest setting, 30 %, is masked by room noise',
  });
  expect(valueAtLine(curveEnds([curve], 'last')[0]!, 40)).toMatchObject({ placed: true, value: 38 });
});

test('a fan that stood still hides neither the other passes of its setting nor a quieter line', () => {
  const stood = (more: object) => ({
    ...pointOf(60, { noiseDb: 12, setting: '80 %', dutyPct: 80, ...more }),
  });
  const others = [
    pointOf(40, { noiseDb: 33, setting: '40 %', dutyPct: 40 }),
    pointOf(38, { noiseDb: 38, setting: '100 %', dutyPct: 100 }),
  ];
  const hidden = curveOf([stood({}), ...others], 'rise', 'noise');
  expect(valueAtLine(hidden, 30)).toMatchObject({
    ...{ placed: false, status: 'too-loud' },
    reason: expect.stringMatching(
      /^its quietest setting is 33.*80 % read less than 40 %.*was a fan stopped\?$/,
    ) as string,
  });
  expect(valueAtLine(curveEnds([hidden], 'first')[0]!, 1e6)).toMatchObject({ placed: true, value: 40 });
  // One pass under the range of the meter, beside one that was read.
  const under = stood({ mount: 1, pass: 2 });
  const passes = [
    { ...under, level: { ...under.level, underRange: true as const } },
    pointOf(39, { noiseDb: 36, setting: '80 %' }),
  ];
  expect(curveOf([...passes, ...others], 'rise', 'noise').points.map(({ setting }) => setting)).toEqual([
    '40 %',
    '80 %',
    '100 %',
  ]);
});

test('between two settings the doubt owns to what a curve may miss; at a setting it is nothing', () => {
  const read = (settings: [number, number][]) =>
    curveOf(
      settings.map(([noiseDb, value]) => pointOf(value, { noiseDb })),
      'rise',
      'noise',
    );
  const missedAt = (curve: ReturnType<typeof read>, line: number) => {
    const found = valueAtLine(curve, line);
    if (!found.placed) throw new Error(found.reason);
    return Math.sqrt(found.doubt.find(({ from }) => from === 'interpolation')?.variance ?? 0);
  };
  // Half way: B = ½·7·¼·3 K·dB, and 0.05 or 0.01 a decibel of it, evenly (DOUBT g).
  const bend = (0.5 * 7 * 0.25 * 3) / Math.sqrt(3);
  const [two, three] = [read([[30, 44], [33, 37]]), read([[30, 44], [33, 37], [36, 36]])]; // prettier-ignore
  const middle = (two.points[0]!.at + two.points[1]!.at) / 2;
  expect(missedAt(two, middle)).toBeCloseTo(0.05 * bend, 2);
  expect(missedAt(three, middle)).toBeCloseTo(0.01 * bend, 3);
  expect(missedAt(three, three.points[1]!.at)).toBe(0);
});
