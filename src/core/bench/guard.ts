export interface GuardSample {
  atS: number;
  /** The die was read within so much of `atS`, s of bench clock: half of what passed between question and answer. */
  withinS?: number | undefined;
  dieC: number;
  more?: Record<string, number> | undefined;
}

/** Over the limit by this the load goes off at once, K: a processor that holds its limit stays under. */
const OVER_K = 3;
/** A die that still climbs like this after its first seconds has no cooler on it, K/s. */
const TOO_FAST_K_PER_S = 2;
const FIRST_S = 8;
const OVER_LAST_S = 4;
/** What a load just come on can show by its slope shows within this, s. */
const GUARD_SLOPE_S = 60;

const earliest = (sample: GuardSample) => sample.atS - (sample.withinS ?? 0);
const latest = (sample: GuardSample) => sample.atS + (sample.withinS ?? 0);

/**
 * Whether the load must come off, in words; null where all is well. `samples` ascend, and only those since the load came
 * on at `loadOnS` count: over the limit by 3 K, or still climbing by more than 2 K/s eight seconds after it came on,
 * when the die's own heat capacity has long filled and only a heatsink that is not there explains it. A busy machine
 * asks late, and at a fast bench clock late is seconds: the climb counts over the longest time that it can have taken,
 * and the eight seconds from the first answer after the order, by which the load must have been on.
 *
 * Example: Three samples of 96 °C with a limit of 90 °C, the load on: words that say so; 70 °C: null.
 */
export function benchGuard(samples: readonly GuardSample[], limitC: number, loadOnS: number): string | null {
  let at = samples.length - 1;
  while (at >= 0 && Number.isNaN(samples[at]!.dieC)) at -= 1;
  const last = samples[at];
  if (!last || last.atS < loadOnS) return null;
  if (last.dieC > limitC + OVER_K) return `${last.dieC.toFixed(0)} °C, over the limit of ${limitC} °C`;
  if (last.atS - loadOnS > GUARD_SLOPE_S) return null;
  const first = samples.find((sample) => sample.atS > loadOnS);
  if (!first || earliest(last) - latest(first) < FIRST_S) return null;
  while (at >= 0 && (samples[at]!.atS > last.atS - OVER_LAST_S || Number.isNaN(samples[at]!.dieC))) at -= 1;
  const before = samples[at];
  if (!before || before.atS < loadOnS) return null;
  const slope = (last.dieC - before.dieC) / (latest(last) - earliest(before));
  return slope > TOO_FAST_K_PER_S
    ? `rising ${slope.toFixed(1)} K/s: too fast for a cooler that is mounted right`
    : null;
}

/** Limits of parts beside the die, °C; null where nobody has set one. */
export interface PartLimits {
  cardLimitC?: number | null;
  regulatorLimitC?: number | null;
}

const PARTS = [
  { limit: 'cardLimitC', column: 'gpu_c', name: 'the graphics card' },
  { limit: 'regulatorLimitC', column: 'vrm_c', name: 'the regulators' },
] as const;

/**
 * A part over its own limit, in words; null where all that are watched stand under theirs. What a rig samples counts from
 * the moment the load came on; `pushed` are the last readings that programs have sent, by trace column.
 *
 * @example partGuard([], { vrm_c: 119 }, { regulatorLimitC: 105 }, 0) → 'the regulators at 119 °C, over their limit of
 * 105 °C'
 */
export function partGuard(
  samples: readonly GuardSample[],
  pushed: Readonly<Record<string, number>>,
  limits: PartLimits,
  loadOnS: number,
): string | null {
  for (const { limit, column, name } of PARTS) {
    const limitC = limits[limit] ?? null;
    if (limitC === null) continue;
    const last = samples.findLast((sample) => sample.more?.[column] !== undefined);
    const sampledC = last && last.atS >= loadOnS ? last.more![column]! : Number.NaN;
    const partC = Math.max(
      ...[sampledC, pushed[column] ?? Number.NaN].filter((value) => !Number.isNaN(value)),
    );
    if (partC > limitC + OVER_K)
      return `${name} at ${partC.toFixed(0)} °C, over ${column === 'vrm_c' ? 'their' : 'its'} limit of ${limitC} °C`;
  }
  return null;
}
