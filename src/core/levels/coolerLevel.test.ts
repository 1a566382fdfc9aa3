import fc from 'fast-check';
import { coolerLevel } from './coolerLevel';
import { energyMeanDb } from './energyMeanDb';

test('floor correction agrees with the table of ISO 3744', () => {
  // K1 = −10·lg(1 − 10^(−ΔL/10)): 3 dB over the floor 3.0, 6 dB 1.3, 10 dB 0.5, 15 dB 0.1
  for (const [over, correction] of [
    [3, 3.02],
    [6, 1.26],
    [10, 0.46],
    [15, 0.14],
  ] as const) {
    expect(30 + over - coolerLevel(30 + over, 30).levelDb).toBeCloseTo(correction, 2);
  }
  expect(coolerLevel(33, 30).errorGain).toBeCloseTo(2, 2);
});

test('at 3 dB over the floor a reading counts, below it is an upper bound', () => {
  expect(coolerLevel(27.2, 24.2).standing).toBe('valid');
  expect(coolerLevel(25.6, 24.2)).toMatchObject({ standing: 'at-floor', levelDb: 22.6 });
  expect(coolerLevel(23, 24.2).standing).toBe('at-floor');
  expect(() => coolerLevel(Number.NaN, 24)).toThrow('coolerLevel');
});

test('the cooler and the floor add up to the reading again', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 3, max: 40, noNaN: true }),
      fc.double({ min: 15, max: 40, noNaN: true }),
      (over, floor) => {
        const { levelDb } = coolerLevel(floor + over, floor);
        expect(10 * Math.log10(10 ** (levelDb / 10) + 10 ** (floor / 10))).toBeCloseTo(floor + over, 9);
      },
    ),
  );
});

test('two equal sources are 3 dB over one, and their energy mean is the one', () => {
  expect(energyMeanDb([40, 40, 40])).toBeCloseTo(40, 12);
  expect(energyMeanDb([30, 40])).toBeCloseTo(37.4, 2);
});
