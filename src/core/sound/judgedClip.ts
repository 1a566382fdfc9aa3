import type { Outcome } from '../outcome';
import { unknown } from '../outcome';
import { clipLoudness, type ClipLoudness } from './loudness/clipLoudness';
import type { BriefSound } from './recording/keptSound';
import { recordingFaults, type RecordingFault } from './recording/recordingFaults';
import { toneSentence, toneSource, type NamedTone, type Sources } from './tones/toneNames';

export interface ClipTone extends NamedTone {
  hz: number;
  /** dB re 20 µPa; null where nothing calibrates it. */
  levelDb: number | null;
  toneToNoiseDb: number;
  prominenceDb: number;
  prominent: boolean;
  beating: { rateHz: number; depth: number } | null;
  sentence: string;
}

/** A recording of an entry with what calibrates it, and what is made of it. */
export interface JudgedClip {
  /** Level of full scale, dB re 20 µPa; null where nothing calibrates it. */
  fullScaleDb: number | null;
  /** LAeq as recorded, with the room; relative to full scale where it is not calibrated. */
  levelDba: number | null;
  exceededDba: { l10: number; l50: number; l90: number } | null;
  loudness: Outcome<ClipLoudness>;
  tones: ClipTone[];
  faults: RecordingFault[];
  /** Why it gives no loudness; empty where it counts. */
  outOf: string;
}

export interface ClipSides {
  calibration: { fullScaleDb: number } | null;
  /** The room alone with its own calibration. */
  room: { bandsDbfs: readonly (number | null)[]; fullScaleDb: number | null } | null;
  meterDba: number | null;
  sources: Sources;
  usedAnyway: string;
  setAside: string;
}

const SWEEP = /\bsweep\b/i;

/**
 * A recording judged: its level, loudness, tones and what is wrong with it. What is spoilt gives no loudness until a person
 * says to use it anyway.
 *
 * Example: A clip with 12 clipped samples: its levels are told, its loudness is not, and why.
 */
export function judgedClip(
  sound: BriefSound,
  setting: string,
  { calibration, room, meterDba, sources, usedAnyway, setAside }: ClipSides,
): JudgedClip {
  const fullScaleDb = calibration?.fullScaleDb ?? null;
  const levelDba = fullScaleDb === null ? null : sound.aDbfs + fullScaleDb;
  const isSweep = SWEEP.test(setting);
  const faults = recordingFaults(sound, { levelDba, meterDba, isSweep });
  const spoilt = faults.find((fault) => fault.spoils);
  const roomScale = room?.fullScaleDb ?? fullScaleDb;
  const roomDb =
    room && roomScale !== null
      ? room.bandsDbfs.map((band) => (band === null ? null : band + roomScale))
      : null;
  const outOf = setAside
    ? `set aside: ${setAside}`
    : isSweep
      ? 'a sweep is no steady sound: it has a spectrogram, and no loudness'
      : spoilt && !usedAnyway
        ? spoilt.says
        : '';
  const loudness = outOf ? unknown(outOf) : clipLoudness(sound.bandsDbfs, fullScaleDb, roomDb);
  const up = (dbfs: number) => dbfs + (fullScaleDb ?? 0);
  return {
    ...{ fullScaleDb, levelDba, faults, loudness },
    outOf: loudness.known ? '' : loudness.reason,
    exceededDba:
      fullScaleDb === null
        ? null
        : {
            l10: up(sound.exceededDbfs.l10),
            l50: up(sound.exceededDbfs.l50),
            l90: up(sound.exceededDbfs.l90),
          },
    tones: sound.tones.map(({ levelDbfs, ...tone }) => {
      const source = toneSource(tone.hz, sources);
      return {
        ...{ ...tone, ...source },
        levelDb: fullScaleDb === null ? null : levelDbfs + fullScaleDb,
        sentence: toneSentence(tone, source.says),
      };
    }),
  };
}
