export interface JudgedSetting {
  /** Where it stands on the axis, ascending over the list. */
  value: number;
  resistanceKPerW: number | null;
  /** How many mounts it is a mean of: what it weighs. */
  weight: number;
  /** Half-width of the 95 % interval of what it does not share with its neighbours. */
  own95: number;
}

export interface Judged {
  /** False where it is louder and worse than a quieter one by more than their doubt: drawn, and not judged by. */
  judged: boolean;
  /** What the curve takes for it: its own value, or that of the settings it cannot be told from. */
  value: number;
  resistanceKPerW: number | null;
  /** Settings of one block are pooled; null where it is not judged by. */
  block: number | null;
}

interface Block {
  weight: number;
  value: number;
  resistance: number | null;
  /** Of its mean. */
  own95: number;
  members: number[];
}

/** Two blocks as one: their mean by weight. */
function pooled(a: Block, b: Block): Block {
  const weight = a.weight + b.weight;
  const mean = (x: number, y: number) => (a.weight * x + b.weight * y) / weight;
  return {
    weight,
    value: mean(a.value, b.value),
    resistance: a.resistance === null || b.resistance === null ? null : mean(a.resistance, b.resistance),
    own95: Math.hypot(a.weight * a.own95, b.weight * b.own95) / weight,
    members: [...a.members, ...b.members],
  };
}

/**
 * What settings a curve is judged by (FORMATS step 14): along the axis it gets no worse. A setting that is louder and worse than a quieter
 * one by more than their doubt is drawn and not judged by; within their doubt the two are one, pooled by the number of their mounts
 * (pool adjacent violators: Barlow et al. 1972), so that measuring more settings of a plateau moves nothing. Settings ascend along
 * the axis.
 *
 * Example: 40.0 and 40.3 K at 30 and 33 dB(A), ± 0.5 K each: both are 40.15 K; 40.0 and 42.0 K: the louder one is not judged by.
 */
export function judgedSettings(settings: readonly JudgedSetting[], better: 'lower' | 'higher'): Judged[] {
  const sign = better === 'lower' ? 1 : -1;
  const blocks: Block[] = [];
  const out = new Set<number>();
  settings.forEach(({ value, resistanceKPerW, weight, own95 }, i) => {
    let block: Block = { weight, value, resistance: resistanceKPerW, own95, members: [i] };
    const before = blocks.at(-1);
    if (before && sign * (block.value - before.value) > Math.hypot(block.own95, before.own95)) {
      out.add(i);
      return;
    }
    while (blocks.length > 0 && sign * (block.value - blocks.at(-1)!.value) >= 0)
      block = pooled(blocks.pop()!, block);
    blocks.push(block);
  });
  const judged: Judged[] = settings.map(({ value, resistanceKPerW }, i) => ({
    judged: !out.has(i),
    ...{ value, resistanceKPerW, block: null },
  }));
  blocks.forEach(({ value, resistance, members }, block) => {
    for (const i of members) judged[i] = { judged: true, value, resistanceKPerW: resistance, block };
  });
  return judged;
}
