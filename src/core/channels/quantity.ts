/** What a column of an instrument log can mean (FORMATS, `./abanico read`). */
export const QUANTITIES = [
  'time', 'cpu_temperature', 'gpu_temperature', 'vrm_temperature', 'liquid_temperature', 'inlet_temperature',
  'ambient_temperature', 'power', 'fan_speed', 'pump_speed', 'clock', 'noise_level',
] as const; // prettier-ignore

export type Quantity = (typeof QUANTITIES)[number];

export const UNITS = ['degC', 'degF', 'W', 'rpm', 'MHz', 'dB(A)', 's'] as const;

export type Unit = (typeof UNITS)[number];

export function usualUnit(quantity: Quantity): Unit {
  if (quantity.endsWith('_temperature')) return 'degC';
  if (quantity.endsWith('_speed')) return 'rpm';
  if (quantity === 'power') return 'W';
  if (quantity === 'clock') return 'MHz';
  return quantity === 'time' ? 's' : 'dB(A)';
}
