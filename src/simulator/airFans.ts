import type { AirFan } from './airFan';

export interface DemoFan {
  entry: string;
  product: string;
  maker: string;
  price: number;
  coverName?: string;
  blades: number;
  fan: AirFan;
}

const fan120 = (
  parts: Omit<AirFan, 'sizeMm' | 'dbPerDecade' | 'bend' | 'chamberLoss'> & Partial<AirFan>,
): AirFan => ({
  ...{ sizeMm: 120, dbPerDecade: 52, bend: 0.45, chamberLoss: 0.03 },
  ...parts,
});

/** Six fans of invented makers: one all talk, one that sings, one for machines under a cover name. */
export const AIR_FANS: readonly DemoFan[] = [
  {
    ...{ entry: 'racha', product: 'Racha 120', maker: 'Vela Mayor', price: 14.9, blades: 9 },
    fan: fan120({ maxRpm: 1600, closedPa: 21, freeM3PerH: 98, fullDb: 38.6, throwCm: 42 }),
  },
  {
    ...{ entry: 'cefiro', product: 'Céfiro 120', maker: 'Foque & Hija', price: 22.5, blades: 7 },
    fan: fan120({ maxRpm: 1800, closedPa: 31, freeM3PerH: 101, fullDb: 41.4, throwCm: 47 }),
  },
  {
    // Fast in the open, and nothing left behind a fin stack.
    ...{ entry: 'galope', product: 'Galope 120 Aero', maker: 'Trinquete', price: 19.9, blades: 9 },
    fan: fan120({ maxRpm: 1500, closedPa: 10.5, freeM3PerH: 112, fullDb: 38.9, throwCm: 55, bend: 0.1 }),
  },
  {
    ...{ entry: 'siroco', product: 'Siroco 120', maker: 'Barlovento', price: 9.9, blades: 11 },
    fan: fan120({
      ...{ maxRpm: 1400, closedPa: 17.5, freeM3PerH: 86, fullDb: 36.2, throwCm: 40 },
      resonance: { rpm: 980, widthRpm: 120, db: 5 },
    }),
  },
  {
    ...{
      entry: 'bora',
      product: 'Bora Industrial 120',
      maker: 'Astillero Norte',
      price: 31,
      coverName: 'Sample K',
      blades: 7,
    },
    fan: fan120({
      maxRpm: 3000,
      closedPa: 86,
      freeM3PerH: 178,
      fullDb: 55.5,
      throwCm: 50,
      chamberLoss: 0.06,
    }),
  },
  {
    ...{ entry: 'poniente', product: 'Poniente 120', maker: 'Trinquete', price: 11.5, blades: 9 },
    fan: fan120({ maxRpm: 1500, closedPa: 19, freeM3PerH: 90, fullDb: 38.3, throwCm: 41 }),
  },
];
