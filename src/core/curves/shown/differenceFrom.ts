export interface CurvePointXY {
  x: number;
  y: number;
}

/**
 * Height of a drawn line at x, between its points by straight pieces (they stand 0.4 dB apart); null outside of its
 * ends. `line` ascends in x.
 *
 * heightAt([{ x: 30, y: 40 }, { x: 32, y: 36 }], 31) is 38.
 */
export function heightAt(line: readonly CurvePointXY[], x: number): number | null {
  const last = line.length - 1;
  if (last < 0 || x < line[0]!.x || x > line[last]!.x) return null;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (line[middle]!.x <= x) low = middle;
    else high = middle;
  }
  const [a, b] = [line[low]!, line[high]!];
  return b.x === a.x ? b.y : a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y);
}

/**
 * A drawn line as its difference from another, where both are: what one slow curve squeezes together opens up. The
 * line itself gives zero all along.
 */
export function differenceFrom(line: readonly CurvePointXY[], base: readonly CurvePointXY[]): CurvePointXY[] {
  const first = Math.max(line[0]?.x ?? Infinity, base[0]?.x ?? Infinity);
  const last = Math.min(line[line.length - 1]?.x ?? -Infinity, base[base.length - 1]?.x ?? -Infinity);
  if (!(first <= last)) return [];
  const between = [...line, ...base].map((other) => other.x).filter((x) => x > first && x < last);
  const xs = [first, ...new Set(between.sort((a, b) => a - b)), ...(last > first ? [last] : [])];
  return xs.map((x) => ({ x, y: heightAt(line, x)! - heightAt(base, x)! }));
}
