/**
 * What each unit costs that more money brings, at either end of the 95 % interval of what it brings; null where that may be nothing.
 *
 * @example moneyPerUnit95(30, 3, 1) → [7.5, 15]
 */
export const moneyPerUnit95 = (
  moreMoney: number,
  gain: number,
  gain95: number,
): [from: number, to: number] | null =>
  gain > gain95 ? [moreMoney / (gain + gain95), moreMoney / (gain - gain95)] : null;
