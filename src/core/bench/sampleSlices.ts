import type { BenchSample } from './benchState';

/** The part of ascending samples from a bench clock on, s. */
export function since(samples: readonly BenchSample[], fromS: number): readonly BenchSample[] {
  let first = samples.length;
  while (first > 0 && samples[first - 1]!.atS >= fromS) first -= 1;
  return first === 0 ? samples : samples.slice(first);
}

/** What an instrument really gave. */
export function present(samples: readonly BenchSample[], name: 'levelDb' | 'fanRpm' | 'dieC'): number[] {
  return samples.map((sample) => sample[name]).filter((value) => !Number.isNaN(value));
}
