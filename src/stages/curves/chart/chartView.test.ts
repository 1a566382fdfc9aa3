import fc from 'fast-check';
import { riseScale } from '@/core/curves/shown/shownScale';
import { differenceFrom, heightAt } from '@/core/curves/shown/differenceFrom';
import { entryCurves } from '@/core/curves/entryCurve';
import { parseZoom, shownCurves, zoomText } from './chartView';
import { placeLabels } from '@/ui/chart/placeLabels';

function curves(given: Record<string, [levelDb: number, value: number][]>) {
  const points = Object.entries(given).flatMap(([entry, sweep]) =>
    sweep.map(([levelDb, value], i) => ({
      run: `${entry}${i}`,
      entry,
      mount: 1,
      pass: 1,
      setting: `${i}`,
      level: { levelDb, standing: 'clear' as const, overFloorDb: 20, errorGain: 1 },
      settled: true,
      value,
      resistanceKPerW: value / 170,
      shortfall: 0,
      roomDoubtK: 0,
    })),
  );
  const entries = Object.keys(given).map((entry) => ({ entry, isControl: false }));
  return entryCurves(entries, points);
}

const rule = { loadW: 170, referenceAmbientC: 23 };
const two = curves({
  a: [
    [30, 40],
    [40, 30],
  ],
  b: [
    [32, 44],
    [38, 41],
    [44, 38],
  ],
  far: [
    [50, 60],
    [52, 59],
  ],
});

test('as the difference from one entry that one is the zero line, and the others are drawn where both are', () => {
  const shown = shownCurves(two, riseScale('rise', rule), 'a');
  expect(shown.map((curve) => curve.curve.entry)).toEqual(['a', 'b']);
  expect(shown[0]!.line.every(({ y }) => Math.abs(y) < 1e-9)).toBe(true);
  const [, b] = shown;
  expect([b!.line[0], b!.line[b!.line.length - 1]]).toEqual([
    { x: 32, y: expect.closeTo(6, 6) },
    { x: 40, y: expect.closeTo(10, 1) },
  ]);
  expect(b!.points.map((point) => [point.x, point.y])).toEqual([
    [32, expect.closeTo(6, 6)],
    [38, expect.closeTo(9, 6)],
  ]);
  // Per watt a difference is one too, and a temperature's difference is no temperature.
  expect(shownCurves(two, riseScale('temperature', rule), 'a')[1]!.line[0]!.y).toBeCloseTo(6, 6);
  expect(shownCurves(two, riseScale('temperature', rule), null)[1]!.line[0]!.y).toBeCloseTo(67, 6);
  expect(shownCurves(two, riseScale('resistance', rule), 'a')[1]!.line[0]!.y).toBeCloseTo(6 / 170, 6);
  expect(shownCurves(two, riseScale('rise', rule), 'nobody')).toEqual([]);
});

test('a difference and its base add up to the line again', () => {
  const line = fc
    .array(
      fc.record({
        step: fc.double({ min: 0.1, max: 4, noNaN: true }),
        y: fc.double({ min: 20, max: 80, noNaN: true }),
      }),
      { minLength: 2, maxLength: 12 },
    )
    .map((rows) => {
      let x = 25;
      return rows.map(({ step, y }) => ({ x: (x += step), y }));
    });
  fc.assert(
    fc.property(line, line, (a, b) => {
      for (const { x, y } of differenceFrom(a, b))
        expect(y + heightAt(b, x)!).toBeCloseTo(heightAt(a, x)!, 6);
    }),
  );
  expect(heightAt([], 3)).toBeNull();
});

test('a part of the chart goes through the address and back; nonsense is no part', () => {
  const zoom = { xMin: 28.5, xMax: 36, yMin: -2.25, yMax: 12 };
  expect(parseZoom(zoomText(zoom))).toEqual(zoom);
  for (const text of ['', '1_2_3', '3_2_1_5', '1_2_5_5', 'a_b_c_d', '1_2_3_Infinity'])
    expect(parseZoom(text)).toBeNull();
});

test('no label covers another, nor leaves the plot while there is room', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { maxLength: 24 }), (heights) => {
      const placed = placeLabels(
        heights.map((y) => ({ y })),
        0,
        500,
      );
      placed.forEach((other, i) => {
        if (i > 0) expect(other.labelY - placed[i - 1]!.labelY).toBeGreaterThanOrEqual(17 - 1e-9);
        expect(other.labelY).toBeGreaterThanOrEqual(-1e-9);
        expect(other.labelY).toBeLessThanOrEqual(500 + 1e-9);
      });
    }),
  );
});
