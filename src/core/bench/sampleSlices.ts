import type { BenchSample } from './benchState';

/**
 * The part of ascending samples from a bench clock on, s.
 *
 * @example since([{ atS: 1 }, { atS: 2 }, { atS: 3 }], 2) → [{ atS: 2 }, { atS: 3 }]
 */
export function since(samples: readonly BenchSample[], fromS: number): readonly BenchSample[] {
  let first = samples.length;
  while (first > 0 && samples[first - 1]!.atS >= fromS) first -= 1;
  return first === 0 ? samples : samples.slice(first);
}

/**
 * What an instrument really gave.
 *
 * @example present([{ levelDb: 33 }, { levelDb: NaN }], 'levelDb') → [33]
 */
export function present(samples: readonly BenchSample[], name: 'levelDb' | 'fanRpm' | 'dieC'): number[] {
  return samples.map((sample) => sample[name]).filter((value) => !Number.isNaN(value));
}
