import type { EntryKind } from '@/formats/bundle/tables/entriesTable';
import { coolerFromEnds, type Cooler } from './cooler';
import type { SimulatedRig } from './simulateRun';

/** An entry of the boathouse lab's round-up, with the cooler behind it and what the demo shows by it. */
export interface BoathouseEntry {
  entry: string;
  product: string;
  maker: string;
  kind: EntryKind;
  fans: string;
  fanCount: number;
  price: number;
  heightMm: number;
  isControl: boolean;
  cooler: Cooler;
  mounts: number;
  /** This mount went wrong: contact resistance times this, and set aside. */
  badMount?: { mount: number; factor: number };
}

export const DUTIES = [100, 89, 78, 67, 56, 45] as const;
export const LOADS_W = [170, 90] as const;

const ends = { loadW: 170, lowestDuty: 45 };

/** Eight coolers of invented makers; all levels at 60 cm, rises at 170 W. */
export const BOATHOUSE: readonly BoathouseEntry[] = [
  {
    entry: 'jaloque-360',
    product: 'Jaloque 360',
    maker: 'Vela Mayor',
    kind: 'liquid',
    fans: '3 × 120 mm',
    fanCount: 3,
    price: 139,
    heightMm: 55,
    isControl: false,
    mounts: 2,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 1850,
      fanDb: 45,
      pumpDb: 24,
      quietRiseK: 36.0,
      fullRiseK: 27.9,
      capacityJPerK: 2100,
    }),
  },
  {
    entry: 'galerna-twin',
    product: 'Galerna Twin',
    maker: 'Trinquete',
    kind: 'air-tower',
    fans: '2 × 140 mm',
    fanCount: 2,
    price: 94.9,
    heightMm: 165,
    isControl: false,
    mounts: 2,
    badMount: { mount: 1, factor: 1.62 },
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 1400,
      fanDb: 42,
      quietRiseK: 41.0,
      fullRiseK: 32.2,
      capacityJPerK: 900,
    }),
  },
  {
    entry: 'cierzo-240',
    product: 'Cierzo 240',
    maker: 'Vela Mayor',
    kind: 'liquid',
    fans: '2 × 120 mm',
    fanCount: 2,
    price: 99,
    heightMm: 55,
    isControl: false,
    mounts: 2,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 1900,
      fanDb: 43.5,
      pumpDb: 23,
      quietRiseK: 42.2,
      fullRiseK: 30.7,
      capacityJPerK: 1500,
    }),
  },
  {
    entry: 'tramontana',
    product: 'Tramontana',
    maker: 'Foque & Hija',
    kind: 'air-tower',
    fans: '2 × 150 mm',
    fanCount: 2,
    price: 109,
    heightMm: 168,
    isControl: false,
    mounts: 2,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 1250,
      fanDb: 44,
      quietRiseK: 37.9,
      fullRiseK: 33.4,
      capacityJPerK: 1050,
    }),
  },
  {
    entry: 'lebeche-120',
    product: 'Lebeche 120',
    maker: 'Trinquete',
    kind: 'air-tower',
    fans: '1 × 120 mm',
    fanCount: 1,
    price: 44.5,
    heightMm: 154,
    isControl: true,
    mounts: 3,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 1500,
      fanDb: 40,
      quietRiseK: 43.4,
      fullRiseK: 37.6,
      capacityJPerK: 560,
    }),
  },
  {
    entry: 'terral-slim',
    product: 'Terral Slim',
    maker: 'Foque & Hija',
    kind: 'air-low-profile',
    fans: '1 × 120 × 15 mm',
    fanCount: 1,
    price: 52,
    heightMm: 47,
    isControl: false,
    mounts: 1,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 2300,
      fanDb: 43,
      quietRiseK: 84,
      fullRiseK: 62,
      capacityJPerK: 330,
    }),
  },
  {
    entry: 'solano',
    product: 'Solano',
    maker: 'Barlovento',
    kind: 'air-tower',
    fans: '1 × 140 mm',
    fanCount: 1,
    price: 38.9,
    heightMm: 160,
    isControl: false,
    mounts: 1,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 900,
      fanDb: 32.2,
      quietRiseK: 58,
      fullRiseK: 45.5,
      capacityJPerK: 600,
    }),
  },
  {
    entry: 'matacabras',
    product: 'Matacabras',
    maker: 'Barlovento',
    kind: 'air-tower',
    fans: '1 × 92 mm',
    fanCount: 1,
    price: 24.9,
    heightMm: 125,
    isControl: false,
    mounts: 1,
    cooler: coolerFromEnds({
      ...ends,
      maxRpm: 2900,
      fanDb: 53,
      quietRiseK: 61,
      fullRiseK: 49.5,
      capacityJPerK: 300,
    }),
  },
];

export const BOATHOUSE_RIG: SimulatedRig = {
  limitC: 90,
  room: { startC: 21.4, driftKPerH: 0.02, cycleK: 0.15, cycleS: 1500, floorDb: 21.2 },
  dieNoiseK: 0.35,
  meterNoiseDb: 0.12,
};
