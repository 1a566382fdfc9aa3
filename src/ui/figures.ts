/** How numbers are written on every page: proper minus, narrow space before a unit, doubt after the value. */
const NARROW = '\u202f';

export function figure(value: number, decimals: number): string {
  return value.toFixed(decimals).replace('-', '\u2212');
}

export function withUnit(value: number, decimals: number, unit: string): string {
  const apart = unit === '°C' || unit === '%' ? NARROW : ' ';
  return `${figure(value, decimals)}${apart}${unit}`;
}

export function signed(value: number, decimals: number): string {
  return value < 0 ? figure(value, decimals) : `+${figure(value, decimals)}`;
}

export function placeText(from: number, to: number): string {
  return from === to ? String(from) : `${from}–${to}`;
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
