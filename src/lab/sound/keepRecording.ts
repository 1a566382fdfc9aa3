import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { pipeline } from 'node:stream/promises';
import { fullScaleFrom } from '@/core/sound/recording/calibration';
import { keptSound, type KeptSound } from '@/core/sound/recording/keptSound';
import { noProgress, type Tell } from '@/core/progress';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import {
  findBenchRun,
  giveToEvening,
  insertRecording,
  knownRecording,
  nearestOf,
  type RecordingPlace,
} from '@/database/sound/recordings';
import { deleteUpload } from '@/database/uploads';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { findEntry } from '@/database/runs/runEdits';
import { UnusableInput } from '@/formats/problem';
import { Refused } from '../refusal';
import { toldBytes, uploadedFiles } from '../bring/uploads';
import { hearSource, withWavFile, type WavSource } from './hearWav';
import { writeParts } from './recordedFile';

/** An hour of 48 kHz with 24 bit has 520 MB. */
const MOST_BYTES = 700 * 2 ** 20;

export interface RecordingRequest {
  roundUpId: number;
  kind: RecordingPlace['kind'];
  /** Of a clip: its entry's id in the round-up, and the setting. */
  entry: string;
  setting: string;
  run: number | null;
  /** Made beside a reading of the bench. */
  bench?: { session: number; pass: number } | null;
  recordedAt: string;
  distanceCm: number | null;
  calibratorDb: number | null;
  /** 1, 2, … */
  channel: number;
}

/** What is heard in a recording, and what full scale stands for by it where it is a calibrator's tone. */
export interface HeardRecording {
  sound: KeptSound;
  fullScaleDb: number | null;
  digest: string;
  size: number;
}

async function digestOf({ size, read }: WavSource): Promise<string> {
  const hash = createHash('sha256');
  for (let at = 0; at < size; at += 1 << 20) hash.update(await read(at, Math.min(1 << 20, size - at)));
  return hash.digest('hex');
}

/**
 * Listens to a recording with all that is kept of it.
 * @throws UnusableInput where it is no WAV that can be judged by, or no calibrator's tone where one was meant
 */
export async function hearRecording(
  source: WavSource,
  { kind, calibratorDb, channel }: Pick<RecordingRequest, 'kind' | 'calibratorDb' | 'channel'>,
  tell: Tell = noProgress,
): Promise<HeardRecording> {
  if (source.size > MOST_BYTES)
    throw new UnusableInput({
      file: source.name,
      message: `${Math.round(source.size / 2 ** 20)} MB: ${MOST_BYTES / 2 ** 20} MB at most, cut it first`,
    });
  const heard = await hearSource(source, channel - 1, { course: true }, tell);
  const sound = keptSound({ ...heard, channel, course: heard.course! });
  let fullScaleDb: number | null = null;
  if (kind === 'calibration') {
    const found = fullScaleFrom(heard.spectrum, heard, calibratorDb!);
    if (!found.known) throw new UnusableInput({ file: source.name, message: found.reason });
    fullScaleDb = found.value;
  }
  return { sound, fullScaleDb, digest: await digestOf(source), size: source.size };
}

/** Writes a recording that was listened to; one that is there already stays, and its id comes back. */
export async function writeRecording(
  db: Queryable,
  heard: HeardRecording,
  place: Omit<RecordingPlace, 'fullScaleDb'> & {
    rigRevisionId: number;
    calibrationId?: number | null | undefined;
    roomId?: number | null | undefined;
  },
  source: WavSource,
): Promise<{ id: number; isNew: boolean }> {
  const { kind, rigRevisionId, recordedAt } = place;
  const nearest = (of: 'calibration' | 'room') => nearestOf(db, of, rigRevisionId, recordedAt);
  const calibrationId =
    kind === 'calibration' ? null : (place.calibrationId ?? (await nearest('calibration')));
  const roomId = kind === 'clip' ? (place.roomId ?? (await nearest('room'))) : null;
  const made = { ...place, ...heard, calibrationId, roomId };
  const known = await knownRecording(db, made);
  if (known !== null) return { id: known, isNew: false };
  const id = await insertRecording(db, made);
  if (id === null) return { id: (await knownRecording(db, made))!, isNew: false };
  await writeParts(db, id, source);
  if (kind !== 'clip') await giveToEvening(db, kind, { id, rigRevisionId, at: recordedAt });
  return { id, isNew: true };
}

/** Uses an uploaded file where it lies on disk for as long as it is listened to. */
async function withUploaded<T>(
  uploadId: string,
  tell: Tell,
  use: (source: WavSource) => Promise<T>,
): Promise<T> {
  const [file] = await uploadedFiles(uploadId);
  if (!file) throw new Refused('This recording is not there any more: choose it again.');
  const folder = await mkdtemp(join(tmpdir(), 'abanico-sound-'));
  try {
    const path = join(folder, 'clip.wav');
    await pipeline(toldBytes(file, 'Taking it over', tell), createWriteStream(path));
    return await withWavFile(path, file.path.split('/').pop()!, use);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const TRIES = 10;
const BETWEEN_MS = 500;

/** The run of a reading that was recorded; the bench writes it within a moment of its end. Null where it wrote none. */
async function benchRun({ bench, setting }: RecordingRequest): Promise<number | null> {
  if (!bench) return null;
  for (let attempt = 0; attempt < TRIES; attempt += 1) {
    const run = await withDatabase((db) =>
      findBenchRun(db, { sessionId: bench.session, setting, pass: bench.pass }),
    );
    if (run !== null) return run;
    await sleep(BETWEEN_MS);
  }
  return null;
}

/**
 * Keeps an uploaded recording in the lab: listened to first, then written whole in one transaction with what was heard.
 * @throws Refused where it cannot be used, in words
 */
export async function keepRecording(
  uploadId: string,
  request: RecordingRequest,
  tell: Tell = noProgress,
): Promise<{ id: number; isNew: boolean }> {
  try {
    return await withUploaded(uploadId, tell, async (source) => {
      const heard = await hearRecording(source, request, tell);
      const runId = request.run ?? (await benchRun(request));
      return inTransaction(async (db) => {
        const roundUp = await getRoundUp(db, request.roundUpId);
        if (!roundUp) throw new Refused('This round-up is not there any more.');
        if (!(await deleteUpload(db, uploadId))) throw new Refused('This recording was kept already.');
        const { kind, entry, setting } = request;
        const owner = kind === 'clip' ? await findEntry(db, roundUp.id, entry) : null;
        const entryId = owner?.entryId ?? null;
        if (kind === 'clip' && entryId === null)
          throw new Refused(`there is no entry “${entry}” here`, 'entry');
        const place = {
          ...{ kind, entryId, name: source.name, rigRevisionId: roundUp.rigRevisionId },
          setting: kind === 'clip' ? setting : '',
          runId: kind === 'clip' ? runId : null,
          recordedAt: new Date(request.recordedAt),
          distanceCm: request.distanceCm,
          calibratorDb: kind === 'calibration' ? request.calibratorDb : null,
        };
        return writeRecording(db, heard, place, source);
      });
    });
  } catch (error) {
    if (error instanceof UnusableInput) throw new Refused(`${error.problem.file}: ${error.problem.message}`);
    throw error;
  }
}
