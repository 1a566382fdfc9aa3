import type { Load } from '../runs/load';
import { smallestDifferenceK, type RigScatter } from './smallestDifference';

export interface PilotReading {
  load: Load;
  /** Rises at the noise line of the likely best and worst, K; null where one has none. */
  bestK: number | null;
  worstK: number | null;
}

export interface PilotFinding {
  load: Load;
  /** Worst minus best, K; null where it cannot be told yet. */
  spreadK: number | null;
  /** Whether the plan could tell the two apart with room for a third between. */
  separates: boolean | null;
  message: string;
}

/**
 * What a pilot of the likely best and worst says of each heat load: a load separates where the two lie at least
 * twice the smallest difference of the plan apart, so that a third would still find a place between them.
 *
 * Example: Best and worst 0.4 K apart where the plan tells 0.5 K: this load separates nothing.
 */
export function pilotFindings(
  readings: readonly PilotReading[],
  plan: { entries: number; passes: number; mounts: number; controlMounts: number; scatter: RigScatter },
): PilotFinding[] {
  const differenceK = smallestDifferenceK(plan);
  return readings.map(({ load, bestK, worstK }) => {
    if (bestK === null || worstK === null)
      return { load, spreadK: null, separates: null, message: 'not measured yet' };
    const spreadK = Math.abs(worstK - bestK);
    const apart = `best and worst lie ${spreadK.toFixed(1)} K apart`;
    if (!Number.isFinite(differenceK))
      return { load, spreadK, separates: null, message: `${apart}; there is nothing to separate` };
    const separates = spreadK >= 2 * differenceK;
    const message = separates
      ? `${apart}: this load separates`
      : `${apart}, and the plan shows ${differenceK.toFixed(1)} K: this load separates little`;
    return { load, spreadK, separates, message };
  });
}
