import { median } from '../../statistics/median';
import type { BriefSound } from './keptSound';

export type FaultKind = 'clipped' | 'wind' | 'speech' | 'bang' | 'hum' | 'meter' | 'short' | 'rate' | 'noted';

/** What is wrong with a recording, in words; one that spoils it supports no loudness until a person says otherwise. */
export interface RecordingFault {
  kind: FaultKind;
  says: string;
  spoils: boolean;
}

/** A recording's level may differ so much from the meter's, dB. */
export const METER_WITHIN_DB = 1.5;
/** An eighth of a second so far over the middle of all is a bang, dB. */
const BANG_DB = 10;
/** At most so large a share of the time is a bang; what goes on longer is another sound. */
const BANG_SHARE = 0.1;
/** A fan's middle bands wander by some tenths; speech moves them by ten and more, dB from L90 to L10. */
const SPEECH_DB = 7;
/** Wind moves the lowest bands, which it makes the loudest, dB. */
const WIND_DB = 9;
const SHORTEST_S = 2;

/**
 * What is wrong with a recording: clipping, a bang, speech, wind, hum, a level that is not the meter's, one too short. A sweep
 * changes by itself: what moves in it is no fault.
 *
 * Example: One with 12 samples at the end of the scale: “12 samples are clipped”, and it spoils the recording.
 *
 * @param levelDba its calibrated A-weighted level; null where it is not calibrated
 * @param meterDba what the meter read of that setting; null where it read none, or stood elsewhere
 */
export function recordingFaults(
  sound: BriefSound,
  { levelDba, meterDba, isSweep }: { levelDba: number | null; meterDba: number | null; isSweep: boolean },
): RecordingFault[] {
  const faults: RecordingFault[] = [];
  const add = (kind: FaultKind, spoils: boolean, says: string) => faults.push({ kind, spoils, says });
  if (sound.clippedSamples > 0)
    add(
      'clipped',
      true,
      `${sound.clippedSamples.toLocaleString('en')} samples are clipped: record it with less gain`,
    );
  if (sound.durationS < SHORTEST_S)
    add('short', true, `${sound.durationS.toFixed(1)} s: two seconds at least`);
  if (sound.bandsDbfs.some((band) => band === null))
    add(
      'rate',
      true,
      `${sound.rateHz.toLocaleString('en')} samples a second do not reach 12.5 kHz: no loudness`,
    );
  const { levels, stepS } = sound.courseDbfs;
  if (!isSweep && levels.length >= 16) {
    const middle = median(levels);
    const loud = levels.flatMap((level, i) => (level > middle + BANG_DB ? [i] : []));
    if (loud.length > 0 && loud.length <= BANG_SHARE * levels.length) {
      const most = loud.reduce((at, i) => (levels[i]! > levels[at]! ? i : at), loud[0]!);
      add(
        'bang',
        true,
        `a bang, ${(levels[most]! - middle).toFixed(0)} dB over the rest, ${(most * stepS).toFixed(1)} s from the start: a door?`,
      );
    }
    const { voices, low, lowOverVoices } = sound.swingsDb;
    if (voices > SPEECH_DB)
      add('speech', true, `the middle bands swing by ${voices.toFixed(0)} dB: speech or music?`);
    else if (low > WIND_DB && lowOverVoices > 0)
      add(
        'wind',
        true,
        `the lowest bands swing by ${low.toFixed(0)} dB and are the loudest: wind on the microphone?`,
      );
  }
  const isOffMeter =
    levelDba !== null && meterDba !== null && Math.abs(levelDba - meterDba) > METER_WITHIN_DB;
  const quieterDb = (sound.withoutHumDbfs ?? sound.aDbfs) - sound.aDbfs;
  const isByHum = isOffMeter && levelDba > meterDba && levelDba + quieterDb - meterDba <= METER_WITHIN_DB;
  if (isByHum)
    add(
      'hum',
      true,
      `the mains hum in it, ${sound.humHz} Hz, raises it to ${levelDba.toFixed(1)} dB(A) where the meter read ${meterDba.toFixed(1)}: a cable that picks it up?`,
    );
  else if (sound.humHz !== null)
    add('hum', false, `the mains hum in it, ${sound.humHz} Hz: a cable, or the room`);
  if (isOffMeter && !isByHum)
    add(
      'meter',
      true,
      `it comes to ${levelDba.toFixed(1)} dB(A), and the meter read ${meterDba.toFixed(1)}: the gain was moved, or it was recorded elsewhere`,
    );
  for (const note of sound.notes) add('noted', false, note);
  return faults;
}
