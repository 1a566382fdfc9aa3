import fc from 'fast-check';
import { drawnCurve } from './drawnCurve';
import { entryCurves, judgedValue } from '../entryCurve';
import { curveRule, responseOf } from '@/core/responses/responses';
import type { MeasuredPoint } from '../settings/measuredPoint';
import { RISE_SHOWN, riseScale } from './shownScale';
import { valueAtLine } from '../valueAtLine';

function sweep(levels: readonly number[], rises: readonly number[]): MeasuredPoint[] {
  return levels.map((levelDb, i) => ({
    run: `r${i}`,
    entry: 'e',
    mount: 1,
    pass: 1,
    setting: `s${i}`,
    level: { levelDb, standing: 'clear', overFloorDb: 20, errorGain: 1 },
    settled: true,
    value: rises[i]!,
    resistanceKPerW: rises[i]! / 170,
    shortfall: 0,
    roomDoubtK: 0,
  }));
}

const settings = fc
  .uniqueArray(fc.integer({ min: 0, max: 300 }), { minLength: 1, maxLength: 8 })
  .chain((tenths) =>
    fc.tuple(
      fc.constant([...tenths].sort((a, b) => a - b).map((tenth) => 20 + tenth / 10)),
      fc.array(fc.double({ min: 20, max: 80, noNaN: true }), {
        minLength: tenths.length,
        maxLength: tenths.length,
      }),
    ),
  );

test('a drawn curve never rises with noise, never leaves its settings, and passes where the ranking reads it', () => {
  fc.assert(
    fc.property(settings, ([levels, rises]) => {
      const [curve] = entryCurves([{ entry: 'e' }], sweep(levels, rises));
      const line = drawnCurve(curve!);
      expect(line[0]!.x).toBeCloseTo(levels[0]!, 9);
      expect(line[line.length - 1]!.x).toBeCloseTo(levels[levels.length - 1]!, 9);
      const low = Math.min(...rises);
      for (let i = 0; i < line.length; i += 1) {
        expect(line[i]!.y).toBeGreaterThanOrEqual(low - 1e-9);
        expect(line[i]!.y).toBeLessThanOrEqual(rises[0]! + 1e-9);
        if (i > 0) expect(line[i]!.y).toBeLessThanOrEqual(line[i - 1]!.y + 1e-9);
        if (i > 0) expect(line[i]!.x).toBeGreaterThan(line[i - 1]!.x);
        const read = valueAtLine(curve!, line[i]!.x);
        expect(read.placed && Math.abs(read.value - line[i]!.y)).toBeLessThan(1e-6);
      }
      // At each setting that it is judged by it stands as measured, or as those that it cannot be told from.
      for (const point of curve!.points.filter((point) => point.judged)) {
        const read = valueAtLine(curve!, point.levelDb);
        expect(read.placed && read.value).toBeCloseTo(judgedValue(point), 9);
      }
    }),
    { numRuns: 40 },
  );
});

test('settings at the very same level are one place of the line, in every response', () => {
  const entries = [{ entry: 'e' }];
  for (const id of ['rise', 'sone', 'level', 'clock', 'airspeed']) {
    const rule = curveRule(responseOf(id)!, 'noise');
    for (const rises of [
      [40, 40, 38],
      [40, 42, 44],
      [44, 42, 44],
    ]) {
      const [curve] = entryCurves(entries, sweep([35, 35, 38], rises), undefined, rule);
      expect(drawnCurve(curve!).length).toBeGreaterThan(0);
      expect(valueAtLine(curve!, 36).placed).toBe(true);
    }
  }
  const rule = curveRule(responseOf('sone')!, 'noise');
  const [curve] = entryCurves(entries, sweep([35, 35, 38], [40, 42, 44]), undefined, rule);
  expect(valueAtLine(curve!, 35)).toMatchObject({ value: 41 });
  // Nor is there a slope between two that rounding alone has parted.
  const [parted] = entryCurves(entries, sweep([35, 35 + 1e-13, 38], [40, 42, 44]), undefined, rule);
  expect(valueAtLine(parted!, 35)).toMatchObject({ value: 41 });
});

test('without usable settings nothing is drawn', () => {
  const unsettled = sweep([30, 35], [40, 38]).map((point) => ({ ...point, settled: false }));
  expect(drawnCurve(entryCurves([{ entry: 'e' }], unsettled)[0]!)).toEqual([]);
});

test('responses are the rise on other scales, and idle has no resistance', () => {
  const scales = RISE_SHOWN.map((other) => riseScale(other, { loadW: 170, referenceAmbientC: 23 }));
  expect(scales.map(({ offset, factor }) => offset + factor * 34)).toEqual([34, 0.2, 57]);
  expect(new Set(scales.map((scale) => scale.unit)).size).toBe(3);
  expect(() => riseScale('resistance', { loadW: 0, referenceAmbientC: 23 })).toThrow('no resistance at 0 W');
});
