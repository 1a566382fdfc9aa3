import type { ClipLoudness } from './clipLoudness';

/** What the bands that the room has as much part in may decide of a loudness, as a share of it. */
const MOST_HIDDEN = 0.1;

/** What a recording says of an entry's loudness: so many sone, or at most so many. */
export interface CountedLoudness {
  sone: number;
  /** Bands that decide it are masked by the room: an upper limit, which stands on no curve (FORMATS step 5). */
  isBound: boolean;
}

/**
 * The loudness that counts of a recording: as it is where the bands that the room masks could add no more than a tenth; else only what
 * it is at most.
 *
 * @example countedLoudness({ sone: 0, soneAtMost: 0.4 }) → { sone: 0.4, isBound: true }
 */
export function countedLoudness({
  sone,
  soneAtMost,
}: Pick<ClipLoudness, 'sone' | 'soneAtMost'>): CountedLoudness {
  const isBound = !(sone > 0) || soneAtMost - sone > MOST_HIDDEN * soneAtMost;
  return { sone: isBound ? soneAtMost : sone, isBound };
}
