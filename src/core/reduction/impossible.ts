/**
 * Why a run with these means is no result; null where it may be one. With the load on a die stands over the room: at or
 * under it a sensor is wrong, or the two were taken for each other.
 *
 * @example impossibleRise(60, 22, 170) → null
 */
export function impossibleRise(dieC: number, roomC: number, loadW: number): string | null {
  if (!(loadW > 0) || dieC > roomC) return null;
  return `the die is at ${dieC.toFixed(1)} °C, at or under the room’s ${roomC.toFixed(1)} °C, with the load on: no result`;
}
