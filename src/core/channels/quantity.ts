/** What a column of an instrument log can mean (FORMATS, `./abanico read`). */
export const QUANTITIES = [
  'time',
  'cpu_temperature',
  'gpu_temperature',
  'vrm_temperature',
  'liquid_temperature',
  'inlet_temperature',
  'ambient_temperature',
  'power',
  'fan_speed',
  'pump_speed',
  'clock',
  'noise_level',
] as const;

/** What an import knows beyond that list, and `./abanico read` keeps without a name. */
export const FURTHER_QUANTITIES = [
  'case_temperature',
  'memory_temperature',
  'drive_temperature',
  'second_fan_speed',
  'third_fan_speed',
  'fourth_fan_speed',
] as const;

export type Quantity = (typeof QUANTITIES)[number] | (typeof FURTHER_QUANTITIES)[number];

export const ALL_QUANTITIES: readonly Quantity[] = [...QUANTITIES, ...FURTHER_QUANTITIES];

/** Speeds of several fans, in the order in which a log names them. */
export const FAN_SPEEDS: readonly Quantity[] = [
  'fan_speed',
  'second_fan_speed',
  'third_fan_speed',
  'fourth_fan_speed',
];

export const UNITS = ['degC', 'degF', 'W', 'rpm', 'MHz', 'dB(A)', 's'] as const;

export type Unit = (typeof UNITS)[number];

/**
 * The unit that readings of a quantity are kept in.
 *
 * @example usualUnit('power') → 'W'
 */
export function usualUnit(quantity: Quantity): Unit {
  if (quantity.endsWith('_temperature')) return 'degC';
  if (quantity.endsWith('_speed')) return 'rpm';
  if (quantity === 'power') return 'W';
  if (quantity === 'clock') return 'MHz';
  return quantity === 'time' ? 's' : 'dB(A)';
}
