import { stringify } from 'csv-stringify/sync';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import { seededChance } from '@/core/statistics/chance';
import { fanLevelDb } from '@/simulator/airFan';
import { AIR_FANS } from '@/simulator/airFans';
import { AIR_ROOM_DB } from './airRoundUp';
import {
  calibratorSound,
  fanSound,
  roomShape,
  SHORT_TAKE,
  simulatedSound,
  SOUND_RATE_HZ,
  WHOLE_TAKE,
  type FanVoice,
} from '@/simulator/fanSound';

const EVENING = Date.UTC(2026, 10, 20, 19, 0, 0);
const DUTIES = [100, 70];
const DISTANCE_CM = 60;
const CALIBRATOR_DB = 94;
/** The gain of the evening: what full scale stands for, dB. */
const FULL_SCALE_DB = 102.4;
/** One was recorded after somebody had touched the gain, dB. */
const MOVED = { entry: 'galope', duty: 100, byDb: 4 };

/** How each fan sounds: one hums by its blades, one whines, one rings where its frame does, two turn against one another. */
const VOICES: Record<string, Omit<FanVoice, 'blades'>> = {
  racha: { bladePassDb: 16, motorDb: null, ring: null },
  cefiro: { bladePassDb: -4, motorDb: null, ring: null },
  galope: { bladePassDb: 14, motorDb: 1, ring: null },
  siroco: { bladePassDb: 15, motorDb: null, ring: { hz: 690, underDb: 6 } },
  bora: { bladePassDb: -1, motorDb: 9, ring: null },
  poniente: { bladePassDb: 3, motorDb: null, ring: null, beat: { rateHz: 1.5 } },
};

/**
 * Recordings of the fans that are compared by their air, six at two settings, with the calibrator's tone and the room alone: the
 * WAVs and `clips.csv`, to be put with the round-up's other files. One was made after the gain had been moved.
 */
export function airClips(seed: number): Map<string, Uint8Array> {
  const chance = seededChance(seed + 1);
  const files = new Map<string, Uint8Array>();
  const wav = (path: string, sound: Parameters<typeof simulatedSound>[0]) => {
    const swells = sound.tones.some(({ beat }) => beat);
    const samples = simulatedSound(sound, chance, swells ? WHOLE_TAKE : SHORT_TAKE);
    files.set(path, wavBytes(samples, SOUND_RATE_HZ));
  };
  wav('clips/calibrator.wav', calibratorSound(CALIBRATOR_DB, FULL_SCALE_DB));
  wav('clips/room.wav', {
    fullScaleDb: FULL_SCALE_DB,
    noises: [{ levelDba: AIR_ROOM_DB, shape: roomShape }],
    tones: [],
  });
  const rows = AIR_FANS.flatMap(({ entry, blades, fan }) =>
    DUTIES.map((duty) => {
      const rpm = (fan.maxRpm * duty) / 100;
      const wasMoved = MOVED.entry === entry && MOVED.duty === duty;
      const path = `clips/${entry}-${duty}.wav`;
      wav(
        path,
        fanSound(
          { ...VOICES[entry]!, blades },
          {
            ...{ rpm, levelDba: fanLevelDb(fan, rpm), roomDba: AIR_ROOM_DB },
            fullScaleDb: FULL_SCALE_DB - (wasMoved ? MOVED.byDb : 0),
          },
        ),
      );
      return { entry, setting: `${duty} %`, path };
    }),
  );
  const table = rows.map((row, i) => ({
    ...row,
    distance_cm: DISTANCE_CM,
    calibration: 'clips/calibrator.wav',
    calibrator_db: CALIBRATOR_DB,
    room: 'clips/room.wav',
    recorded_at: new Date(EVENING + (i + 2) * 240_000).toISOString(),
  }));
  files.set('clips.csv', new TextEncoder().encode(stringify(table, { header: true })));
  return files;
}
