/** Readings of one quantity as one log has them, on the evening's clock; times ascend, s. */
export interface LogPart {
  timeS: ArrayLike<number>;
  values: ArrayLike<number>;
}

/**
 * Logs of one kind as one: the longest first, each adds what lies outside the spans that those before it cover, so that
 * two logs of one evening follow each other, and of two at the same time the longer counts (of equals the first). Gives
 * the joined readings in order of time, and which parts gave any.
 *
 * @example chained([{ timeS: [0, 1, 2], values: [5, 5, 5] }, { timeS: [2, 3], values: [6, 6] }]) → { timeS: [0, 1, 2,
 * 3], values: [5, 5, 5, 6], used: [true, true] }
 */
export function chained(parts: readonly LogPart[]): { timeS: number[]; values: number[]; used: boolean[] } {
  const spans: { fromS: number; toS: number }[] = [];
  const rows: { atS: number; value: number }[] = [];
  const used = parts.map(() => false);
  const longestFirst = parts.map((_, i) => i).sort((a, b) => parts[b]!.timeS.length - parts[a]!.timeS.length);
  for (const part of longestFirst) {
    const { timeS, values } = parts[part]!;
    for (let i = 0; i < timeS.length; i += 1) {
      const atS = timeS[i]!;
      if (spans.some((span) => atS >= span.fromS && atS <= span.toS)) continue;
      rows.push({ atS, value: values[i]! });
      used[part] = true;
    }
    if (timeS.length > 0) spans.push({ fromS: timeS[0]!, toS: timeS[timeS.length - 1]! });
  }
  rows.sort((a, b) => a.atS - b.atS);
  return { timeS: rows.map((row) => row.atS), values: rows.map((row) => row.value), used };
}
