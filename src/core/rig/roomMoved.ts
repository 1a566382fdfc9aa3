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
