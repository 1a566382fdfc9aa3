/** Settings no farther apart than this, in the unit of the axis, are at one place: rounding parts them, and no slope lies between them. */
const ROUNDING = 1e-9;

/**
 * Settings along an axis by the places at which they stand.
 *
 * @example byPlace([{ at: 30 }, { at: 30 }, { at: 33 }]) → [[{ at: 30 }, { at: 30 }], [{ at: 33 }]]
 */
export function byPlace<T extends { at: number }>(settings: readonly T[]): T[][] {
  const places: T[][] = [];
  for (const setting of settings) {
    const last = places.at(-1);
    if (last && setting.at - last[0]!.at <= ROUNDING) last.push(setting);
    else places.push([setting]);
  }
  return places;
}
