import { blankProduct } from './product';
import { productFacts } from './productFacts';
import { blankHandling, blankSample, nextSample } from './sample';

test('every field of a product and what the first mount taught is read by somebody who reads the report', () => {
  const product = blankProduct({
    ...{ name: 'Levante', kind: 'air-tower', maker: 'Barlovento', revision: 'b' },
    ...{
      widthMm: 120,
      depthMm: 95,
      heightMm: 158,
      fanSizeMm: 120,
      fanThicknessMm: 25,
      memoryClearanceMm: 33,
    },
    ...{ sockets: 'W8', mounting: 'clips', connector: 'four-pin', ratedRpm: 1500, makersNoise: '24 dB(A)' },
    ...{ price: 49.9, pricedOn: '2026-11-20', seller: 'Lonja', availability: 'Europe', warranty: '6 years' },
  });
  const sample = {
    ...blankSample('A'),
    handling: {
      ...blankHandling(),
      minutes: 25,
      hands: 2,
      partsToBuy: 'a bracket',
      partsPrice: 4,
      clips: 'tight',
    },
  };
  expect(productFacts(product, sample)).toEqual([
    'revision b',
    '158 × 120 × 95 mm (height × width × depth)',
    'leaves 33 mm for memory',
    '120 mm fans, 25 mm thick',
    'four-pin connector',
    'rated 1500 rpm',
    'fits W8',
    'mounting: clips',
    'its maker states 24 dB(A), which compares with nothing here',
    '49.90 EUR at Lonja on 2026-11-20',
    'available in Europe',
    'warranty: 6 years',
    'first mount took 25 min, 2 hands',
    'to buy beside it: a bracket (4.00)',
    'clips: tight',
  ]);
  const loop = blankProduct({
    name: 'L',
    kind: 'liquid',
    radiatorMm: 397,
    radiatorThicknessMm: 27,
    memoryClearanceMm: 0,
  });
  expect(productFacts(loop, null)).toEqual(['radiator 397 mm long, 27 mm thick']);
});

test('another sample is called by the next letter; the first was there without one', () => {
  expect([nextSample([]), nextSample(['A']), nextSample(['b', 'A']), nextSample(['first'])]).toEqual([
    ...['B', 'B', 'C', 'B'],
  ]);
});
