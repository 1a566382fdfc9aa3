import { outOfBounds, type Bound } from '../bounds';
import type { SpotReading } from './spotReading';

export type ReadingQuantity = SpotReading['quantity'];

interface QuantityUnits {
  bound: Bound;
  /** What one of each unit is in the first, the quantity's own. */
  factors: Readonly<Record<string, number>>;
}

/** Units of spot readings (exact, but for the water column at 4 °C and the cubic foot). The first is the one they are kept in. */
const QUANTITIES: Readonly<Record<ReadingQuantity, QuantityUnits>> = {
  airspeed: { bound: 'airspeedMPerS', factors: { 'm/s': 1, 'ft/min': 0.00508 } },
  pressure: { bound: 'pressurePa', factors: { Pa: 1, mmH2O: 9.80665 } },
  flow: { bound: 'flowM3PerH', factors: { 'm3/h': 1, 'ft3/min': 1.69901082 } },
  noise: { bound: 'levelDb', factors: { 'dB(A)': 1 } },
  temperature: { bound: 'temperatureC', factors: { degC: 1 } },
};

export const READING_QUANTITIES = Object.keys(QUANTITIES) as ReadingQuantity[];

/**
 * @example isReadingQuantity('smell') → false
 */
export function isReadingQuantity(text: string): text is ReadingQuantity {
  return Object.hasOwn(QUANTITIES, text);
}

/**
 * @example unitsOf('pressure') → ['Pa', 'mmH2O']
 */
export function unitsOf(quantity: ReadingQuantity): string[] {
  return Object.keys(QUANTITIES[quantity].factors);
}

/**
 * The unit in which a quantity is kept and given back.
 *
 * @example ownUnit('airspeed') → 'm/s'
 */
export function ownUnit(quantity: ReadingQuantity): string {
  return unitsOf(quantity)[0]!;
}

/**
 * A reading in its quantity's own unit, or what is wrong with its unit or size.
 *
 * inOwnUnit('airspeed', 100, 'ft/min') is 0.508 m/s.
 */
export function inOwnUnit(
  quantity: ReadingQuantity,
  value: number,
  unit: string,
): { value: number } | { wrong: 'unit' | 'value'; message: string } {
  const { bound, factors } = QUANTITIES[quantity];
  if (!Object.hasOwn(factors, unit))
    return {
      wrong: 'unit',
      message: `${quantity} is read in ${unitsOf(quantity).join(' or ')}, got "${unit}"`,
    };
  const own = value * factors[unit]!;
  const message = outOfBounds(bound, own);
  return message ? { wrong: 'value', message: `${message}: ${value} ${unit}` } : { value: own };
}

/**
 * A unit as people read it: “m³/h” for “m3/h”.
 *
 * @example shownUnit('m3/h') → 'm³/h'
 */
export function shownUnit(unit: string): string {
  return unit
    .replace(/(\w)3\//, '$1³/')
    .replace('H2O', 'H₂O')
    .replace('degC', '°C');
}
