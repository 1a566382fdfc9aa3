import { median } from '../statistics/median';

const KELVIN = 273.15;
/**
 * How much of a rise goes by the density of the air, as its power at most: at one speed a fan moves one volume, its mass goes by the density
 * (1/T of an ideal gas), and heat is taken up by up to its 0.8th power (turbulent; 0.5 laminar: Incropera & DeWitt, ch. 6).
 */
const MOST_POWER = 0.8;

/**
 * By how much a rise can have moved between two rooms at most, K: warmer air is thinner, and takes up less heat at one speed.
 *
 * @example roomMovedK(40, { fromC: 19, toC: 24 }) → 0.543
 *
 * @throws where a temperature is under −273 °C
 */
export function roomMovedK(riseK: number, { fromC, toC }: { fromC: number; toC: number }): number {
  if (!(fromC > -KELVIN && toC > -KELVIN))
    throw new RangeError(`roomMovedK: rooms must be over −273 °C, got ${fromC} and ${toC}`);
  return Math.abs(riseK * MOST_POWER * Math.log((toC + KELVIN) / (fromC + KELVIN)));
}

/**
 * The same between entries of an order, of the middle one of their rises; null where it is under half of a usual ±, and drowns in it.
 *
 * @example roomMovedBetween([{ value: 40, interval95: 3 }, { value: 41, interval95: 3 }], { fromC: 19, toC: 24 }) → null
 */
export function roomMovedBetween(
  placed: readonly { value: number; interval95: number }[],
  roomC: { fromC: number; toC: number },
): number | null {
  if (placed.length < 2) return null;
  const moved = roomMovedK(median(placed.map(({ value }) => value)), roomC);
  return moved > median(placed.map(({ interval95 }) => interval95)) / 2 ? moved : null;
}
