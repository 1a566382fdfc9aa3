import type { Bound } from '../bounds';
import type { LevelCorrection } from '../levels/levelCorrection';
import type { Run } from './run';

/** All that is kept of a run, each by itself: what the database, runs.csv, the change log and the forms know it by. */
export interface RunFields extends Omit<Run, 'movedWindow' | 'levelCorrection'> {
  label: string;
  entryId: number;
  rigRevisionId: number;
  /** Path of the log it came with; empty where its means were typed. */
  trace: string;
  /** What its log is known again by; empty where its means were typed. */
  traceDigest: string;
  /** What runs.csv has beside these: typed means of other sensors, a score, columns that we do not know. */
  extra: Record<string, string>;
  windowStartS: number | null;
  windowEndS: number | null;
  levelCorrectionDb: number | null;
  levelCorrectionDoubtDb: number | null;
  levelCorrectionWhy: string;
  deletedAt: Date | null;
}

export interface RunColumn {
  /** Its column in the database; none where it is known by another there. */
  sql?: string;
  /** Its column in runs.csv, what that holds, and whether a row can do without. */
  csv?: { heading: string; type: 'string' | 'integer' | 'number'; required?: true };
  /** What a number is held to, whoever brings it. */
  bound?: Bound;
  /** Where a person can change it: how the change log calls it, and what a change does. */
  edit?: {
    label: string;
    /** The number of the run is made anew: pressures and flows are restated to the speed, too. */
    renews?: true;
    /** It can make a slip that is asked about. */
    asked?: true;
  };
}

const text = (heading: string, required?: true) =>
  ({ heading, type: 'string', ...(required && { required }) }) as const;
const number = (heading: string, required?: true) =>
  ({ heading, type: 'number', ...(required && { required }) }) as const;

/** Every column of a run once, in the order of runs.csv: one that is missing here is missed by the compiler. */
export const RUN_COLUMNS = {
  label: { sql: 'label', csv: text('run', true) },
  // Its id in the database, its code in a file.
  entry: { csv: text('entry', true) },
  entryId: { sql: 'entry_id', edit: { label: 'entry', renews: true } },
  rigRevisionId: { sql: 'rig_revision_id' },
  mount: {
    sql: 'mount',
    csv: { heading: 'mount', type: 'integer', required: true },
    bound: 'count',
    edit: { label: 'mount' },
  },
  pass: {
    sql: 'pass',
    csv: { heading: 'pass', type: 'integer', required: true },
    bound: 'count',
    edit: { label: 'pass' },
  },
  loadW: {
    sql: 'load_w',
    csv: number('load_w', true),
    bound: 'powerW',
    edit: { label: 'heat load, W', renews: true, asked: true },
  },
  setting: { sql: 'setting', csv: text('setting', true), edit: { label: 'setting' } },
  noiseDb: {
    sql: 'noise_db',
    csv: number('noise_db', true),
    bound: 'levelDb',
    edit: { label: 'read, dB(A)', asked: true },
  },
  floorDb: {
    sql: 'floor_db',
    csv: number('floor_db', true),
    bound: 'levelDb',
    edit: { label: 'room, dB(A)', asked: true },
  },
  trace: { sql: 'trace', csv: text('trace') },
  typedCpuC: {
    sql: 'typed_cpu_c',
    csv: number('cpu_c'),
    bound: 'temperatureC',
    edit: { label: 'die, °C', renews: true },
  },
  typedAmbientC: {
    sql: 'typed_ambient_c',
    csv: number('ambient_c'),
    bound: 'temperatureC',
    edit: { label: 'room, °C', renews: true },
  },
  typedPowerW: {
    sql: 'typed_power_w',
    csv: number('power_w'),
    bound: 'powerW',
    edit: { label: 'power, W', renews: true, asked: true },
  },
  loadName: { sql: 'load_name', csv: text('load_name') },
  gpuLoadW: { sql: 'gpu_load_w', csv: number('gpu_load_w'), bound: 'powerW' },
  control: { sql: 'control', csv: text('control') },
  dutyPct: {
    sql: 'duty_pct',
    csv: number('duty_pct'),
    bound: 'dutyPct',
    edit: { label: 'duty, %' },
  },
  rpm: {
    sql: 'rpm',
    csv: number('rpm'),
    bound: 'speedRpm',
    edit: { label: 'fans, rpm', renews: true },
  },
  startedAt: { sql: 'started_at', csv: text('started_at') },
  note: { sql: 'note', csv: text('note'), edit: { label: 'note' } },
  setAside: { sql: 'set_aside', csv: text('set_aside'), edit: { label: 'set aside' } },
  // In a file it stands among its other columns, and only where a run has it.
  asideAs: { sql: 'aside_as', edit: { label: 'set aside as' } },
  windowStartS: {
    sql: 'window_start_s',
    csv: number('window_start_s'),
    bound: 'timeS',
    edit: { label: 'window from, s', renews: true, asked: true },
  },
  windowEndS: {
    sql: 'window_end_s',
    csv: number('window_end_s'),
    bound: 'timeS',
    edit: { label: 'window to, s', renews: true, asked: true },
  },
  windowReason: { sql: 'window_reason', csv: text('window_reason'), edit: { label: 'window’s reason' } },
  ambientDoubtK: { sql: 'ambient_doubt_k', csv: number('ambient_doubt_k'), bound: 'doubtK' },
  levelCorrectionDb: {
    sql: 'level_correction_db',
    csv: number('level_correction_db'),
    bound: 'correctionDb',
    edit: { label: 'correction, dB' },
  },
  levelCorrectionDoubtDb: {
    sql: 'level_correction_doubt_db',
    csv: number('level_correction_doubt_db'),
    bound: 'correctionDoubtDb',
    edit: { label: 'correction’s ±, dB' },
  },
  levelCorrectionWhy: {
    sql: 'level_correction_why',
    csv: text('level_correction_why'),
    edit: { label: 'correction’s reason' },
  },
  traceDigest: { sql: 'trace_digest' },
  extra: { sql: 'extra', edit: { label: 'other means', renews: true } },
  deletedAt: { sql: 'deleted_at', edit: { label: 'deleted' } },
} as const satisfies Record<keyof RunFields | 'entry', RunColumn>;

export type RunColumnName = keyof typeof RUN_COLUMNS;

/** Those that runs.csv has. */
export type FileColumnName = {
  [N in RunColumnName]: (typeof RUN_COLUMNS)[N] extends { csv: object } ? N : never;
}[RunColumnName];

/** What is known of one, with what only some of them have. */
export const runColumn = (name: RunColumnName): RunColumn => RUN_COLUMNS[name];

export const RUN_COLUMN_NAMES = Object.keys(RUN_COLUMNS) as RunColumnName[];

type OfWindow = 'windowStartS' | 'windowEndS';
type OfCorrection = 'levelCorrectionDb' | 'levelCorrectionDoubtDb' | 'levelCorrectionWhy';

/**
 * A run with its moved window and its correction taken apart, as columns have them.
 *
 * Example: A run whose window was moved to 20 to 320 s has `windowStartS: 20` and `windowEndS: 320`; any other null and null.
 */
export function takenApart<R extends Pick<Run, 'movedWindow' | 'levelCorrection'>>(
  run: R,
): R & Pick<RunFields, OfWindow | OfCorrection> {
  const { movedWindow, levelCorrection } = run;
  return {
    ...run,
    windowStartS: movedWindow?.startS ?? null,
    windowEndS: movedWindow?.endS ?? null,
    levelCorrectionDb: levelCorrection?.db ?? null,
    levelCorrectionDoubtDb: levelCorrection?.doubtDb ?? null,
    levelCorrectionWhy: levelCorrection?.why ?? '',
  };
}

/**
 * The window that was moved by hand, of its columns; null where the settled window stands.
 *
 * @example movedWindowOf({ windowStartS: 20, windowEndS: 320 }) → { startS: 20, endS: 320 }
 */
export function movedWindowOf(row: Pick<RunFields, OfWindow>): Run['movedWindow'] {
  return row.windowStartS === null ? null : { startS: row.windowStartS, endS: row.windowEndS! };
}

/**
 * What a level is corrected by, of its columns; null where it stands as read.
 *
 * @example correctionOf({ levelCorrectionDb: null, levelCorrectionDoubtDb: null, levelCorrectionWhy: '' }) → null
 */
export function correctionOf(row: Pick<RunFields, OfCorrection>): LevelCorrection | null {
  return row.levelCorrectionDb === null
    ? null
    : {
        db: row.levelCorrectionDb,
        doubtDb: row.levelCorrectionDoubtDb!,
        why: row.levelCorrectionWhy,
      };
}
