/** How numbers are written on every page: proper minus, narrow space before a unit, doubt after the value. */
const NARROW = '\u202f';

/** A figure; a dash where there is none (a missing value crosses to the browser as null). */
export function figure(value: number | null, decimals: number): string {
  if (value === null || Number.isNaN(value)) return '–';
  return value.toFixed(decimals).replace('-', '\u2212');
}

export function withUnit(value: number | null, decimals: number, unit: string): string {
  if (value === null || Number.isNaN(value)) return '–';
  const apart = unit === '°C' || unit === '%' ? NARROW : ' ';
  return `${figure(value, decimals)}${apart}${unit}`;
}

export function signed(value: number, decimals: number): string {
  // What rounds to nothing has no sign.
  if (Number(value.toFixed(decimals)) === 0) return figure(0, decimals);
  return value < 0 ? figure(value, decimals) : `+${figure(value, decimals)}`;
}

export function placeText(from: number, to: number): string {
  return from === to ? String(from) : `${from}–${to}`;
}

export { plural } from '@/core/words';
