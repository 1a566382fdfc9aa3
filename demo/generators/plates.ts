import { seededChance } from '@/core/statistics/chance';

/** A plate as it was milled: bowed so far in its middle (hollow above 0), twisted, leaning under the probe. */
interface SimulatedPlate {
  entry: string;
  bowUm: number;
  twistUm: number;
  leanUm: number;
}

const PLATES: readonly SimulatedPlate[] = [
  { entry: 'tramontana', bowUm: -32, twistUm: 4, leanUm: 18 },
  { entry: 'galerna-twin', bowUm: 46, twistUm: 9, leanUm: -25 },
  { entry: 'lebeche-120', bowUm: 12, twistUm: 16, leanUm: 40 },
  { entry: 'cierzo-240', bowUm: -14, twistUm: 3, leanUm: 6 },
];

const SIDE_MM = 36;
const PITCH_MM = 4;
const PROBE_UM = 1.2;

/** Depths of some plates of the boathouse, as flatness.csv has them. */
export function platesCsv(seed: number): string {
  const chance = seededChance(seed);
  const lines = ['entry,x_mm,y_mm,depth_um'];
  for (const { entry, bowUm, twistUm, leanUm } of PLATES) {
    const heights: { x: number; y: number; height: number }[] = [];
    for (let y = 0; y <= SIDE_MM; y += PITCH_MM)
      for (let x = 0; x <= SIDE_MM; x += PITCH_MM) {
        const [u, v] = [(2 * x) / SIDE_MM - 1, (2 * y) / SIDE_MM - 1];
        const height =
          -bowUm * (1 - (u * u + v * v) / 2) + twistUm * u * v + leanUm * u + PROBE_UM * chance.normal();
        heights.push({ x, y, height });
      }
    const highest = Math.max(...heights.map((place) => place.height));
    for (const { x, y, height } of heights) lines.push(`${entry},${x},${y},${(highest - height).toFixed(1)}`);
  }
  return `${lines.join('\n')}\n`;
}
