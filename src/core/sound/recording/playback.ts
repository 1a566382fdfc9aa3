/** What playing needs to know of a clip. */
export interface PlayableClip {
  id: number;
  entry: string;
  setting: string;
  levelDba: number | null;
  rpm: number | null;
  fullScaleDb: number | null;
  outOf: string;
}

export type ListenAt = 'line' | 'full';

/**
 * One clip of each entry to listen to: that whose level comes nearest the noise line, or that of its fastest setting. Only what is
 * calibrated and counts: levels between the others would not be true.
 *
 * Example: Clips of one entry at 30 and 39 dB(A), for a line of 33 dB(A): the first.
 */
export function clipsToHear<C extends PlayableClip>(clips: readonly C[], at: ListenAt, lineDba: number): C[] {
  const byEntry = new Map<string, C>();
  const better = (a: C, b: C) =>
    at === 'line'
      ? Math.abs(a.levelDba! - lineDba) < Math.abs(b.levelDba! - lineDba)
      : (a.rpm ?? a.levelDba!) > (b.rpm ?? b.levelDba!);
  for (const clip of clips) {
    if (clip.outOf !== '' || clip.levelDba === null || clip.fullScaleDb === null) continue;
    const kept = byEntry.get(clip.entry);
    if (!kept || better(clip, kept)) byEntry.set(clip.entry, clip);
  }
  return [...byEntry.values()];
}

/**
 * By how much each clip has to be played quieter, dB, so that all keep their true levels between them: full scale stands for the
 * most with the clip of the least gain, which is played as it is.
 *
 * @example playedGains([100, 104]) → [-4, 0]
 */
export function playedGains(fullScalesDb: readonly number[]): number[] {
  const most = Math.max(...fullScalesDb);
  return fullScalesDb.map((fullScaleDb) => fullScaleDb - most);
}

/** A sound from here on is told to be loud at the ear, dB(A). */
export const LOUD_DBA = 75;
