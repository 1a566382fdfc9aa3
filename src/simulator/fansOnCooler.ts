import { coolerFromEnds, type Cooler } from './cooler';

/** At which fans are compared on one heatsink, W. */
export const FANS_LOAD_W = 120;

interface Fan {
  entry: string;
  product: string;
  maker: string;
  price: number;
  fixed?: boolean;
  cooler: Cooler;
}

/** The same heatsink of the Lebeche under each fan; the quiet end is that of the slowest setting. */
function under(maxRpm: number, fanDb: number, fullRiseK: number, quietRiseK: number): Cooler {
  return coolerFromEnds({
    loadW: FANS_LOAD_W,
    lowestDuty: 40,
    maxRpm,
    fanDb,
    fullRiseK,
    quietRiseK,
    capacityJPerK: 560,
  });
}

/** Fans of invented makers on one cooler; the one that came with it is the control. */
export const FANS: readonly Fan[] = [
  {
    entry: 'lebeche-own',
    product: 'Lebeche’s own fan',
    maker: 'Trinquete',
    price: 0,
    cooler: under(1500, 40, 26.6, 31.8),
  },
  {
    entry: 'brisa-120',
    product: 'Brisa 120',
    maker: 'Vela Mayor',
    price: 14.9,
    cooler: under(1600, 39.5, 25.9, 31.0),
  },
  {
    entry: 'virazon-120',
    product: 'Virazón 120',
    maker: 'Foque & Hija',
    price: 22.5,
    cooler: under(1800, 42.5, 24.4, 31.2),
  },
  {
    entry: 'alisio-120',
    product: 'Alisio 120',
    maker: 'Barlovento',
    price: 9.9,
    cooler: under(1400, 38, 27.4, 33.4),
  },
  {
    entry: 'calima-120',
    product: 'Calima 120',
    maker: 'Barlovento',
    price: 6.9,
    fixed: true,
    cooler: under(1200, 35.5, 28.2, 30.5),
  },
];
