import { known, unknown, type Outcome } from '../../outcome';
import { loudnessLevelPhon, loudnessSone } from './loudness';
import { roomOff } from '../recording/roomOff';

/** Loudness of what was recorded alone. */
export interface ClipLoudness {
  sone: number;
  phon: number;
  /** Where bands do not stand clear of the room: with all that was recorded in them. */
  soneAtMost: number;
  /** Of 28 bands, those that the room has as much part in. */
  bandsAtRoom: number;
  /** Level of the entry alone, dB(A), from the same bands; and each band of it, null where the room has as much part. */
  bandsDb: (number | null)[];
}

/** No sound at all, as far as a band goes, dB. */
const SILENT_DB = -60;

/**
 * Loudness of a recording by its calibrated third octaves, the room noise subtracted where it was recorded (ISO 532-1, stationary).
 * Where a band does not stand 3 dB clear it counts for nothing in `sone`, and for all of it in `soneAtMost`.
 *
 * Example: Bands 10 dB over the room: half a decibel less each, and the loudness of that.
 *
 * @param bandsDbfs 28 third octaves re full scale
 * @param fullScaleDb the level of full scale, dB re 20 µPa; null where nothing calibrates it
 * @param roomDb calibrated third octaves of the room alone; null where it was not recorded
 */
export function clipLoudness(
  bandsDbfs: readonly (number | null)[],
  fullScaleDb: number | null,
  roomDb: readonly (number | null)[] | null,
): Outcome<ClipLoudness> {
  if (fullScaleDb === null) return unknown('not calibrated: levels are relative, loudness is not available');
  if (bandsDbfs.some((band) => band === null)) return unknown('it does not reach 12.5 kHz');
  const recorded = bandsDbfs.map((band) => band! + fullScaleDb);
  const room = roomDb?.map((band) => band ?? SILENT_DB) ?? recorded.map(() => SILENT_DB);
  const alone = roomOff(recorded, room);
  const sone = loudnessSone(alone.map(({ levelDb }) => levelDb ?? SILENT_DB));
  const soneAtMost = loudnessSone(alone.map(({ levelDb, atMostDb }) => levelDb ?? atMostDb));
  return known({
    sone,
    phon: loudnessLevelPhon(sone),
    soneAtMost,
    bandsAtRoom: alone.filter(({ levelDb }) => levelDb === null).length,
    bandsDb: alone.map(({ levelDb }) => levelDb),
  });
}
