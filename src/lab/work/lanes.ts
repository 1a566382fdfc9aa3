import type { JobName } from './jobs';

/** Who waits for whom: work of one lane waits for its own kind alone, and so many of it go at once. */
const LANES = {
  look: { jobs: ['check', 'describe'], atOnce: 2 },
  bring: { jobs: ['import', 'runs', 'recording'], atOnce: 2 },
  make: { jobs: ['make', 'publish'], atOnce: 2 },
  // A photograph is decoded whole: one after the other.
  picture: { jobs: ['photo'], atOnce: 1 },
} as const satisfies Record<string, { jobs: readonly JobName[]; atOnce: number }>;

export type Lane = keyof typeof LANES;

/**
 * @example laneOf('import') → 'bring'
 */
export function laneOf(name: JobName): Lane {
  return (Object.keys(LANES) as Lane[]).find((lane) =>
    (LANES[lane].jobs as readonly JobName[]).includes(name),
  )!;
}

/**
 * @example atOnce('picture') → 1
 */
export const atOnce = (lane: Lane): number => LANES[lane].atOnce;
