import { defaultBrief, type Brief } from '@/core/brief/brief';
import { blankProduct, type Product } from '@/core/lineUp/product';
import { blankHandling, blankSample, type Sample } from '@/core/lineUp/sample';
import { blankFan, type Entry } from '@/core/lineUp/entry';
import { defaultPlanSettings } from '@/core/plan/planSettings';
import type { PlanSheet } from '@/core/plan/planSheet';
import { DUTIES, type BoathouseEntry } from '@/simulator/boathouse';

const settings = DUTIES.map((duty) => `${duty} %`);

export function boathouseBrief(): Brief {
  const brief = defaultBrief();
  const { schools } = brief;
  return {
    ...brief,
    loads: [
      { watts: 170, program: '', gpuWatts: 0 },
      { watts: 90, program: '', gpuWatts: 0 },
    ],
    noiseLinesDba: [33, 28],
    bandDba: { from: 28, to: 38 },
    passes: 1,
    mounts: 2,
    limits: { heightMm: 170, memoryMm: null, radiatorMm: null, budget: 150, currency: 'EUR' },
    rates: [{ currency: 'USD', rate: 0.92 }],
    deadline: '2026-12-04',
    embargo: '',
    schools: {
      ...schools,
      point: { choice: 'noise', reason: 'Next door they record: a room that hears the fan cannot be used.' },
      interface: { choice: 'paste', reason: 'What people use.' },
    },
  };
}

/** Seven coolers between two control re-tests, twice: what the evenings of October were. */
export function boathousePlan(): PlanSheet {
  return {
    settings: {
      ...defaultPlanSettings('2026-10-12'),
      settings,
      passes: 1,
      mounts: 2,
      controlEvery: 7,
      weekdays: [1, 2, 3, 4, 5, 6, 0],
      workFromMin: 16 * 60,
      workToMin: 60,
      quietFromMin: 18 * 60,
      quietToMin: 60,
    },
    order: [],
    droppedLoads: [],
    pilot: { best: 'jaloque-360', worst: 'matacabras' },
  };
}

const MEMORY: Record<string, number> = {
  'galerna-twin': 42,
  tramontana: 38,
  'lebeche-120': 52,
  solano: 48,
  matacabras: 60,
  'terral-slim': 33,
};
/** Across the air and along it, with fans, mm. */
const FOOTPRINT: Record<string, [number, number]> = {
  tramontana: [152, 131],
  'galerna-twin': [144, 158],
  'lebeche-120': [124, 82],
  solano: [140, 78],
  matacabras: [96, 74],
  'terral-slim': [124, 124],
};
const RADIATOR: Record<string, number> = { 'jaloque-360': 397, 'cierzo-240': 277 };

/** What some cost over the weeks, here and in a shop abroad: `prices.csv`. */
export const BOATHOUSE_PRICES = `entry,date,price,currency,region,in_stock,note
jaloque-360,2026-10-02,149.00,EUR,ES,true,
jaloque-360,2026-11-20,139.00,EUR,ES,true,
galerna-twin,2026-11-18,94.90,EUR,ES,true,
galerna-twin,2026-11-22,84.90,EUR,ES,false,gone within the hour
cierzo-240,2026-11-19,109.00,USD,US,true,
`;

const BOXES: Record<string, string> = {
  'galerna-twin': '24.1 dB(A)',
  tramontana: '21 dB(A)',
  'jaloque-360': '33.6 dB(A)',
  'cierzo-240': '31 dB(A)',
};

export function boathouseProduct(entry: BoathouseEntry): Product {
  const size = /(\d+)(?: × (\d+))? mm$/.exec(entry.fans.replace(/^\d+ × /, ''));
  const [widthMm, depthMm] = FOOTPRINT[entry.entry] ?? [null, null];
  return blankProduct({
    name: entry.product,
    maker: entry.maker,
    kind: entry.kind,
    ...{ widthMm, depthMm, heightMm: entry.heightMm },
    memoryClearanceMm: MEMORY[entry.entry] ?? null,
    finsToMemoryMm: entry.kind === 'air-tower' ? 20 : null,
    radiatorMm: RADIATOR[entry.entry] ?? null,
    radiatorThicknessMm: entry.kind === 'liquid' ? 27 : null,
    sockets: entry.entry === 'terral-slim' ? 'W8' : 'W8, W10',
    fanSizeMm: size ? Number(size[1]) : null,
    fanThicknessMm: size?.[2] ? Number(size[2]) : 25,
    connector: 'four-pin',
    ratedRpm: entry.cooler.maxRpm,
    makersNoise: BOXES[entry.entry] ?? '',
    price: entry.price,
    pricedOn: '2026-10-02',
    seller: 'shop',
    warranty: entry.kind === 'liquid' ? '5 years' : '6 years',
  });
}

export function boathouseEntrySheet(entry: BoathouseEntry): Entry {
  const name = entry.fans.replace(/^\d+ × /, '');
  return {
    fans: [blankFan({ name, count: entry.fanCount })],
    coverName: '',
    revealed: false,
    extras: [],
    layout: [],
  };
}

export function boathouseSample(entry: BoathouseEntry): Sample {
  const handling = {
    ...blankHandling(),
    minutes: entry.kind === 'liquid' ? 55 : 20,
    hands: entry.kind === 'liquid' ? 2 : 1,
    backAccess: entry.kind !== 'air-low-profile',
  };
  const sample: Sample = {
    ...blankSample('A'),
    state: 'opened',
    ...(entry.kind === 'liquid'
      ? { source: 'lent', lender: 'Talleres Sirimiri', returnOn: '2026-12-04' }
      : { source: 'bought', receipt: 'folder of 2026' }),
    diary: [{ on: '2026-10-06', event: 'arrived', note: '' }],
    handling,
  };
  if (entry.entry === 'galerna-twin')
    sample.diary.push({
      on: '2026-10-13',
      event: 'note',
      note: 'paste had not spread; cleaned and mounted again',
    });
  if (entry.entry === 'cierzo-240') {
    sample.diary.push({
      on: '2026-10-08',
      event: 'parts missing',
      note: 'one bolt of the bracket; maker sent it',
    });
    sample.handling = {
      ...handling,
      partsToBuy: 'bolt M3 × 8',
      partsPrice: 0.4,
      hoseStiffness: 'stiff, turns hardly',
    };
  }
  return sample;
}
