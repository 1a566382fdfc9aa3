import fc from 'fast-check';
import { atSpeed, fanCurve, pressureAt } from '@/core/air/fanCurve';
import { flowPoints } from '@/core/air/flowPoint';
import { spotScatter } from '@/core/air/spotScatter';
import { chosenSystem, fitSystem } from '@/core/air/systemCurve';
import { fansAtWork, type MeasuredFan } from '@/core/air/fansAtWork';
import { speedAtLevel } from '@/core/air/speedAtLevel';
import { workingPoint } from '@/core/air/workingPoint';
import type { SpotReading } from '@/core/responses/spotReading';
import { seededChance } from '../support/chance';
import { valueOf } from '../support/outcome';

const straight = (closedPa: number, freeM3PerH: number) =>
  [0, 0.25, 0.5, 0.75, 1].map((share) => ({
    flowM3PerH: share * freeM3PerH,
    pressurePa: closedPa * (1 - share),
  }));
const spot = (
  quantity: SpotReading['quantity'],
  place: string,
  value: number,
  rpm: number | null = null,
) => ({
  ...{ quantity, place, value, rpm },
});

test('a straight fan crosses a resistance where the quadratic says', () => {
  const positive = fc.double({ min: 5, max: 200, noNaN: true });
  fc.assert(
    fc.property(positive, positive, fc.double({ min: 0.05, max: 20, noNaN: true }), (p0, q0, steep) => {
      const curve = valueOf(fanCurve(straight(p0, q0), 1500));
      const linear = chosenSystem(steep * p0, q0, 1);
      const atLinear = valueOf(workingPoint(curve, linear));
      expect(atLinear.flowM3PerH / (p0 / (linear.k + p0 / q0))).toBeCloseTo(1, 6);
      const { k } = chosenSystem(steep * p0, q0, 2);
      const a = p0 / q0;
      const root = (-a + Math.sqrt(a * a + 4 * k * p0)) / (2 * k);
      const square = valueOf(workingPoint(curve, { k, exponent: 2, doubtShare: 0 }));
      expect(square.flowM3PerH / root).toBeCloseTo(1, 6);
      expect(square.pressurePa / (k * root * root)).toBeCloseTo(1, 6);
    }),
  );
});

test('a crossing moves with the speed as the laws say: through n = 2 by the speed, through n = 1 by less', () => {
  const curve = valueOf(fanCurve(straight(30, 60), 1000));
  const faster = atSpeed(curve, 1200);
  const square = chosenSystem(10, 30, 2);
  const [before, after] = [curve, faster].map((at) => valueOf(workingPoint(at, square)));
  expect(after!.flowM3PerH / before!.flowM3PerH).toBeCloseTo(1.2, 6);
  expect(after!.pressurePa / before!.pressurePa).toBeCloseTo(1.44, 6);
  expect(faster.farOff).toBe(false);
  expect(atSpeed(curve, 1400).farOff).toBe(true);
  expect(valueOf(pressureAt(faster, 36)).pressurePa).toBeCloseTo(
    1.44 * valueOf(pressureAt(curve, 30)).pressurePa,
  );
});

test('beyond the openings there is no crossing, and two openings make no curve', () => {
  const curve = valueOf(fanCurve(straight(30, 60).slice(1, 4), 1000));
  expect(workingPoint(curve, chosenSystem(100, 10, 2))).toMatchObject({
    reason: expect.stringMatching(/tighter than the smallest opening/),
  });
  expect(workingPoint(curve, chosenSystem(1, 100, 2))).toMatchObject({
    reason: expect.stringMatching(/resists less/),
  });
  expect(fanCurve(straight(30, 60).slice(0, 2), 1000).known).toBe(false);
  expect(() => fanCurve(straight(30, 60), 0)).toThrow('fanCurve: rpm');
});

test('the intervals of a working point are those of many seeded evenings', () => {
  const chance = seededChance(5);
  const system = { ...chosenSystem(12, 30, 1.6), doubtShare: 0.03 };
  const doubt = { pressureShare: 0.02, flowShare: 0, speedShare: 0 };
  const truth = valueOf(workingPoint(valueOf(fanCurve(straight(30, 60), 1000)), system, doubt));
  let flowInside = 0;
  let pressureInside = 0;
  const nights = 400;
  for (let i = 0; i < nights; i += 1) {
    // One manometer for the evening: its error is the same at all openings.
    const fan = 1 + 0.02 * chance.normal();
    const points = straight(30, 60).map((point) => ({ ...point, pressurePa: point.pressurePa * fan }));
    const off = { ...system, k: system.k * (1 + 0.03 * chance.normal()) };
    const found = valueOf(workingPoint(valueOf(fanCurve(points, 1000)), off, doubt));
    if (Math.abs(found.flowM3PerH - truth.flowM3PerH) <= found.flow95) flowInside += 1;
    if (Math.abs(found.pressurePa - truth.pressurePa) <= found.pressure95) pressureInside += 1;
  }
  expect(flowInside / nights).toBeGreaterThan(0.92);
  expect(flowInside / nights).toBeLessThan(0.98);
  expect(pressureInside / nights).toBeGreaterThan(0.92);
  expect(pressureInside / nights).toBeLessThan(0.98);
});

test('the exponent of a resistance is found, its interval covers it, and it is held from 1 to 2', () => {
  const chance = seededChance(9);
  const flows = [12, 18, 25, 33, 42, 55];
  let inside = 0;
  for (let seed = 0; seed < 200; seed += 1) {
    const exponent = 1.2 + 0.6 * chance.uniform();
    const points = flows.map((flow) => ({
      flowM3PerH: flow,
      pressurePa: 0.02 * flow ** exponent * Math.exp(0.03 * chance.normal()),
    }));
    const fit = valueOf(fitSystem(points));
    if (Math.abs(fit.exponent - exponent) <= fit.exponent95) inside += 1;
  }
  expect(inside / 200).toBeGreaterThanOrEqual(0.9);
  expect(inside / 200).toBeLessThanOrEqual(0.99);
  const cubic = valueOf(fitSystem(flows.map((flow) => ({ flowM3PerH: flow, pressurePa: flow ** 3 }))));
  expect(cubic).toMatchObject({ exponent: 2, heldAt: 2 });
  expect(fitSystem([{ flowM3PerH: 0, pressurePa: 3 }])).toMatchObject({
    reason: expect.stringMatching(/above 0/),
  });
  expect(fitSystem(flows.map(() => ({ flowM3PerH: 20, pressurePa: 4 })))).toMatchObject({
    reason: expect.stringMatching(/one flow/),
  });
});

test('flow and pressure of one opening make a pair, restated to the speed of the run', () => {
  const readings = [
    spot('flow', 'opening 1', 20),
    spot('pressure', 'opening 1', 10, 900),
    spot('flow', 'opening 1', 24),
    spot('pressure', 'closed', 30),
    spot('flow', 'alone', 50),
  ];
  expect(flowPoints(readings, 1200)).toEqual([{ flowM3PerH: 22, pressurePa: 10 * (1200 / 900) ** 2 }]);
});

test('of several readings at a place the one that is an outlier is told, and a wide scatter is not', () => {
  const at = (values: number[]) =>
    spotScatter(
      values.map((value) => spot('airspeed', '15 cm', value)),
      1000,
    )[0]!;
  expect(at([2.1, 2.12, 3.4, 2.09, 2.11])).toMatchObject({ apart: 2 });
  expect(at([2.1, 2.4, 1.9, 2.2, 2.6]).apart).toBeNull();
  expect(at([2.1, 2.1, 2.1, 2.11]).apart).toBeNull();
  expect(at([2, 4]).deviation).toBeCloseTo(Math.SQRT2);
  expect(at([2]).deviation).toBeNull();
});

test('a fan that sings is taken at the faster speed that is quiet again; one too loud says so', () => {
  const singing = [
    { rpm: 600, levelDb: 22 },
    { rpm: 900, levelDb: 34 },
    { rpm: 1100, levelDb: 29 },
    { rpm: 1400, levelDb: 37 },
  ];
  const { rpm, topsOut } = valueOf(speedAtLevel(singing, 30));
  expect(rpm).toBeCloseTo(1100 * (1400 / 1100) ** (1 / 8), 6);
  expect(topsOut).toBe(false);
  expect(valueOf(speedAtLevel(singing, 50))).toEqual({ rpm: 1400, levelDb: 37, topsOut: true });
  expect(valueOf(speedAtLevel(singing, 21.8))).toMatchObject({ rpm: 600 });
  expect(speedAtLevel(singing, 18)).toMatchObject({ reason: 'its quietest setting is 22.0 dB(A)' });
});

test('the fan that leads in the open loses behind a fin stack, at equal noise, and twins tie', () => {
  const fan = (entry: string, closedPa: number, freeM3PerH: number, fullDb = 38): MeasuredFan => ({
    entry,
    settings: [600, 1000, 1500].map((rpm) => ({ rpm, levelDb: fullDb + 50 * Math.log10(rpm / 1500) })),
    curves: [valueOf(fanCurve(straight(closedPa, freeM3PerH), 1500))],
  });
  const fans = [fan('talk', 10, 110), fan('push', 30, 80), fan('twin', 30, 80.2), fan('loud', 60, 150, 62)];
  const order = (pressurePa: number) =>
    fansAtWork(fans, chosenSystem(pressurePa, 50, 1.7), { by: 'noise', levelDb: 33 });
  expect(order(0.3).placed[0]!.entry).toBe('talk');
  const resisted = order(12);
  expect(resisted.placed.map((work) => work.entry)).toEqual(['twin', 'push', 'talk']);
  expect(resisted.placed.map(({ placeFrom, placeTo }) => [placeFrom, placeTo])).toEqual([
    [1, 2],
    [1, 2],
    [3, 3],
  ]);
  expect(resisted.placed[0]!.rpm).toBeCloseTo(1500 * 10 ** (-5 / 50), 3);
  expect(resisted.notPlaced).toEqual([{ entry: 'loud', reason: 'its quietest setting is 42.1 dB(A)' }]);
  expect(fansAtWork(fans, chosenSystem(12, 50, 1.7), { by: 'full' }).placed[0]!.entry).toBe('loud');
  expect(fansAtWork(fans, chosenSystem(12, 50, 1.7), { by: 'rpm', rpm: 1600 }).placed).toEqual([]);
});
