/** Readings of one quantity as one log has them, on the evening's clock; times ascend, s. */
export interface LogPart {
  timeS: ArrayLike<number>;
  values: ArrayLike<number>;
}

/**
 * Logs of one kind as one: each adds what lies outside the spans that those before it cover, so that two logs of one
 * evening follow each other and of two at the same time the first counts. Gives the joined readings in order of time,
 * and which parts gave any.
 */
export function chained(parts: readonly LogPart[]): { timeS: number[]; values: number[]; used: boolean[] } {
  const spans: { fromS: number; toS: number }[] = [];
  const rows: { atS: number; value: number }[] = [];
  const used = parts.map(({ timeS, values }) => {
    const before = rows.length;
    for (let i = 0; i < timeS.length; i += 1) {
      const atS = timeS[i]!;
      if (!spans.some((span) => atS >= span.fromS && atS <= span.toS)) rows.push({ atS, value: values[i]! });
    }
    if (timeS.length > 0) spans.push({ fromS: timeS[0]!, toS: timeS[timeS.length - 1]! });
    return rows.length > before;
  });
  rows.sort((a, b) => a.atS - b.atS);
  return { timeS: rows.map((row) => row.atS), values: rows.map((row) => row.value), used };
}
