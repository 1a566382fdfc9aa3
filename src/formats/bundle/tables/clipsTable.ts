import { isoTime } from '@/core/isoTime';
import type { ProblemList } from '../../problem';
import { readTable } from '../../table';
import { findFile, type BundleFiles } from '../bundleFiles';
import { inBounds, RowReader } from './rowReader';

const FILE = 'clips.csv';
const REQUIRED = ['entry', 'setting', 'path'];
const KINDS = ['clip', 'calibration', 'room'] as const;
const ISO_TIME = /^\d{4}-\d\d-\d\dT\d\d:\d\d/;

/** A recording as a bundle carries it, a WAV beside it. */
export interface BundleClip {
  line: number;
  kind: (typeof KINDS)[number];
  /** Empty for what is none of an entry. */
  entry: string;
  setting: string;
  /** Where its WAV lies in the bundle, and those that calibrate it and hold the room alone; empty where there is none. */
  path: string;
  calibration: string;
  room: string;
  calibratorDb: number;
  distanceCm: number | null;
  /** Id of the run that it was recorded with; empty where it was with none. */
  run: string;
  recordedAt: string;
  channel: number;
  usedAnyway: string;
  setAside: string;
}

const USUAL_CALIBRATOR_DB = 94;

export const CLIP_COLUMNS = [
  ...[
    'entry',
    'setting',
    'path',
    'distance_cm',
    'calibration',
    'calibrator_db',
    'room',
    'kind',
    'run',
    'recorded_at',
  ],
  ...['channel', 'used_anyway', 'set_aside'],
] as const;

/**
 * The recordings of a bundle; rows whose WAV, entry or run is not there are left out and listed. `used` gets the paths that
 * belong to them.
 */
export function readClips(
  bytes: Uint8Array,
  {
    files,
    entries,
    runs,
    used,
  }: { files: BundleFiles; entries: ReadonlySet<string>; runs: ReadonlySet<string>; used: Set<string> },
  problems: ProblemList,
): BundleClip[] {
  const clips: BundleClip[] = [];
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const kind = (read.text('kind') || 'clip') as BundleClip['kind'];
    const isClip = kind === 'clip';
    if (!KINDS.includes(kind)) {
      read.fail('kind', `not one of ${KINDS.join(', ')}: "${kind}"`);
      continue;
    }
    const entry = isClip ? read.requiredText('entry') : '';
    const setting = isClip ? read.requiredText('setting') : '';
    const wav = (column: string, path: string) => {
      const found = path === '' ? null : findFile(files, path);
      if (path !== '' && !found) {
        read.fail(column, `the recording "${path}" is not in the bundle: row left out`);
        read.broken = true;
      }
      return found?.path ?? '';
    };
    const path = wav('path', read.requiredText('path'));
    const calibration = wav('calibration', read.text('calibration'));
    const room = wav('room', read.text('room'));
    const calibratorDb = read.number('calibrator_db', inBounds('levelDb')) ?? USUAL_CALIBRATOR_DB;
    const distanceCm = read.number('distance_cm', inBounds('distanceCm'));
    const channel = read.number('channel', inBounds('count')) ?? 1;
    const run = read.text('run');
    const recordedAt = read.text('recorded_at');
    const [usedAnyway, setAside] = [read.text('used_anyway'), read.text('set_aside')];
    if (isClip && entry !== '' && !entries.has(entry)) {
      read.fail('entry', `no entry "${entry}" in entries.csv: row left out`);
      continue;
    }
    if (run !== '' && !runs.has(run)) read.fail('run', `no run "${run}" in runs.csv`);
    if (recordedAt !== '' && (!ISO_TIME.test(recordedAt) || isoTime(recordedAt) === null)) {
      read.fail('recorded_at', `not an ISO 8601 time: "${recordedAt}"`);
      continue;
    }
    if (!Number.isInteger(channel)) read.fail('channel', `a channel is a whole number, got ${channel}`);
    if (read.broken || read.wrong.size > 0) continue;
    for (const own of [path, calibration, room]) if (own !== '') used.add(own);
    clips.push({
      ...{
        line: row.line,
        kind,
        entry,
        setting,
        path,
        calibration,
        room,
        calibratorDb,
        distanceCm,
        run,
        recordedAt,
      },
      ...{ channel, usedAnyway, setAside },
    });
  }
  return clips;
}
