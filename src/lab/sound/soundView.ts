import { correctedDb } from '@/core/levels/levelCorrection';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { judgedClip, type JudgedClip } from '@/core/sound/judgedClip';
import { countedLoudness, type CountedLoudness } from '@/core/sound/loudness/countedLoudness';
import { runLoudness, USUAL_MAINS_HZ } from '@/core/sound/loudness/runLoudness';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import { withDatabase } from '@/database/pool';
import {
  getRecording,
  listRecordings,
  type Recording,
  type WholeRecording,
} from '@/database/sound/recordings';
import { listValues } from '@/database/runs/runValues';
import { memoized } from '../model/cachedUntilWritten';
import { lineUpOf } from '../lineUp/lineUpView';
import type { RoundUpView } from '../model/roundUpView';

const PUMP = 'pump-speed';

export interface HeardClip {
  recording: Recording;
  /** As pages call its entry. */
  product: string;
  judged: JudgedClip;
  /** What the meter read of this setting, the room with it, and the speed of the first fan there; null where nothing tells. */
  meterDba: number | null;
  rpm: number | null;
}

/** What runs say of a setting of an entry. */
interface SettingKnown {
  meterDba: number;
  rpm: number | null;
  pumpRpm: number | null;
}

const keyOf = (entry: string, setting: string) => JSON.stringify([entry, setting]);

async function settingsOf(view: RoundUpView): Promise<Map<string, SettingKnown>> {
  const { id } = view.roundUp;
  const [speeds, pumps] = await withDatabase((db) =>
    Promise.all([listValues(db, id, FIRST_SPEED.id, ''), listValues(db, id, PUMP, '')]),
  );
  const speedOf = new Map(speeds.map((row) => [row.runId, row.value]));
  const pumpOf = new Map(pumps.map((row) => [row.runId, row.value]));
  const counting = view.runs.filter((run) => run.setAside === '');
  const known = new Map<string, SettingKnown>();
  for (const [key, runs] of groupBy(counting, (run) => keyOf(run.entry, run.setting))) {
    const middle = (values: (number | null | undefined)[]) => {
      const there = values.filter((value): value is number => typeof value === 'number');
      return there.length > 0 ? mean(there) : null;
    };
    known.set(key, {
      meterDba: energyMeanDb(runs.map((run) => correctedDb(run.noiseDb, run.levelCorrection))),
      rpm: middle(runs.map((run) => speedOf.get(run.id) ?? run.rpm)),
      pumpRpm: middle(runs.map((run) => pumpOf.get(run.id))),
    });
  }
  return known;
}

interface Recordings {
  clips: HeardClip[];
  /** Calibrator's tones and the room alone, newest first. */
  others: Recording[];
}

const WITHIN_CM = 1;

/** Judges one recording by what the others and the runs of a round-up say of it. */
function judge(
  view: RoundUpView,
  recording: Recording,
  byId: ReadonlyMap<number, Recording>,
  known: ReadonlyMap<string, SettingKnown>,
  blades: ReadonlyMap<string, number | null>,
): HeardClip {
  const setting = known.get(keyOf(recording.entry, recording.setting));
  const calibration = recording.calibrationId === null ? undefined : byId.get(recording.calibrationId);
  const scaleOf = (other: Recording | undefined) =>
    other?.fullScaleDb !== null && other?.fullScaleDb !== undefined && other.setAside === ''
      ? { fullScaleDb: other.fullScaleDb }
      : null;
  const room = recording.roomId === null ? undefined : byId.get(recording.roomId);
  const roomScale = room && scaleOf(room.calibrationId === null ? undefined : byId.get(room.calibrationId));
  // A microphone that stood elsewhere heard another level.
  const { meterDistanceCm } = view.roundUp.rig;
  const isThere =
    recording.distanceCm === null || Math.abs(recording.distanceCm - meterDistanceCm) <= WITHIN_CM;
  const meterDba = setting?.meterDba ?? null;
  const rpm = setting?.rpm ?? null;
  const judged = judgedClip(recording.sound, recording.setting, {
    calibration: scaleOf(calibration),
    room:
      room && room.setAside === ''
        ? { bandsDbfs: room.sound.bandsDbfs, fullScaleDb: roomScale?.fullScaleDb ?? null }
        : null,
    meterDba: isThere ? meterDba : null,
    sources: {
      fans: rpm === null ? [] : [{ blades: blades.get(recording.entry) ?? null, rpm }],
      pumpRpm: setting?.pumpRpm ?? null,
      mainsHz: recording.sound.humHz ?? USUAL_MAINS_HZ,
    },
    usedAnyway: recording.usedAnyway,
    setAside: recording.setAside,
  });
  const product = view.entries.find(({ entry }) => entry === recording.entry)?.product ?? '';
  return { recording, product, judged, meterDba, rpm };
}

async function sidesOf(view: RoundUpView) {
  const { id } = view.roundUp;
  const [known, lineUp] = await Promise.all([settingsOf(view), withDatabase((db) => lineUpOf(db, id))]);
  return { known, blades: new Map(lineUp.map(({ code, product }) => [code, product.body.blades])) };
}

/** All recordings of a round-up, each clip judged. Remembered for as long as nothing is written. */
export const viewRecordings = memoized(async (view: RoundUpView): Promise<Recordings> => {
  const all = await withDatabase((db) => listRecordings(db, view.roundUp.id));
  if (all.length === 0) return { clips: [], others: [] };
  const { known, blades } = await sidesOf(view);
  const byId = new Map(all.map((recording) => [recording.id, recording]));
  return {
    clips: all
      .filter(({ kind }) => kind === 'clip')
      .map((recording) => judge(view, recording, byId, known, blades)),
    others: all.filter(({ kind }) => kind !== 'clip'),
  };
});

/** One recording with all that is drawn of it; null where the round-up has none of that id. */
export async function viewRecording(
  view: RoundUpView,
  recordingId: number,
): Promise<{ whole: WholeRecording; clip: HeardClip | null; room: WholeRecording | null } | null> {
  const whole = await withDatabase((db) => getRecording(db, view.roundUp.id, recordingId));
  if (!whole) return null;
  const { clips } = await viewRecordings(view);
  const clip = clips.find(({ recording }) => recording.id === recordingId) ?? null;
  const roomId = whole.roomId;
  const room = roomId === null ? null : await withDatabase((db) => getRecording(db, view.roundUp.id, roomId));
  return { whole, clip, room };
}

/**
 * Loudness of each run by recordings that count: the run's own where the bench made one, else the mean of those of its entry
 * and setting.
 */
export const sonesOf = memoized(async (view: RoundUpView): Promise<ReadonlyMap<number, CountedLoudness>> => {
  const { clips } = await viewRecordings(view);
  return runLoudness(
    view.runs,
    clips.flatMap(({ recording: { runId: run, entry, setting }, judged: { loudness } }) =>
      loudness.known ? [{ run, entry, setting, ...countedLoudness(loudness.value) }] : [],
    ),
  );
});
