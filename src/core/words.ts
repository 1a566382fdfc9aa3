/** A count with its noun: “1 run”, “3 runs”, “2 entries”. */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

export interface Range {
  low: number;
  high: number;
}

/** From the least to the largest of values that are numbers, in words; one figure where both read alike. */
export function span({ low, high }: Range, decimals: number): string {
  const [a, b] = [low.toFixed(decimals), high.toFixed(decimals)];
  return a === b ? a : `${a} to ${b}`;
}
