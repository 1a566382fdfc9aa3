import { isoTime } from '@/core/isoTime';
import { UnusableInput, type ProblemList } from '../../problem';
import type { Run } from '@/core/runs/run';
import { readTable } from '../../table';
import { unknownCells } from './entriesTable';
import { runColumn, RUN_COLUMN_NAMES, type FileColumnName } from '@/core/runs/runColumns';
import { ASIDE_AS, asideOfWords } from '@/core/runs/aside';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { counting, inBounds, RowReader } from './rowReader';

export interface BundleRun extends Run {
  /** Line in runs.csv. */
  line: number;
  run: string;
  entry: string;
  /** Path of the log in the bundle; empty where the means were typed. */
  trace: string;
  /** Settled means typed beside those of the die, by their column. They stay in `extra` too, as they were written. */
  typedMeans: Record<string, number>;
  score: { value: number; unit: string; better: 'higher' | 'lower' } | null;
  extra: Record<string, string>;
}

const FILE = 'runs.csv';

/** The columns of runs.csv, in their order. */
export const RUN_TABLE = RUN_COLUMN_NAMES.flatMap((field) => {
  const { csv } = runColumn(field);
  return csv ? [{ field: field as FileColumnName, ...csv }] : [];
});

/** The number of a field, held to what the field is held to. */
function numberIn(read: RowReader, field: FileColumnName): number | null {
  const { csv, bound } = runColumn(field);
  return read.number(csv!.heading, inBounds(bound!));
}

function requiredIn(read: RowReader, field: FileColumnName): number {
  const { csv, bound } = runColumn(field);
  const check = bound === 'count' ? counting(`a ${csv!.heading}`) : inBounds(bound!);
  return read.requiredNumber(csv!.heading, check);
}

/** Only where a run has it: written among the columns that are not everybody's. */
export const ASIDE_COLUMN = 'aside_as';

const KNOWN = [...RUN_TABLE.map(({ heading }) => heading), ASIDE_COLUMN];
const REQUIRED = RUN_TABLE.filter(({ required }) => required).map(({ heading }) => heading);

const ISO_TIME = /^\d{4}-\d{2}-\d{2}([T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})?)?$/;

/** A window by hand: both ends and a reason, or none of them. */
function readWindow(read: RowReader): Pick<BundleRun, 'movedWindow' | 'windowReason'> {
  const startS = numberIn(read, 'windowStartS');
  const endS = numberIn(read, 'windowEndS');
  const windowReason = read.text('window_reason');
  if (startS === null && endS === null) return { movedWindow: null, windowReason: '' };
  if (startS === null || endS === null || !(startS < endS) || windowReason === '') {
    read.fail('window_start_s', 'a moved window has a start, a later end, and a reason');
    return { movedWindow: null, windowReason: '' };
  }
  return { movedWindow: { startS, endS }, windowReason };
}

/** Why it does not count, and how it was left out; a state that we do not know is none. */
function readAside(read: RowReader): Pick<BundleRun, 'setAside' | 'asideAs'> {
  const setAside = read.text('set_aside');
  const said = ASIDE_AS.find((as) => as === read.text(ASIDE_COLUMN)) || asideOfWords(setAside);
  return { setAside, asideAs: setAside === '' ? '' : said };
}

/** A correction of the meter: how much, how sure and why, or none of them. */
function readCorrection(read: RowReader): BundleRun['levelCorrection'] {
  const db = numberIn(read, 'levelCorrectionDb');
  const doubtDb = numberIn(read, 'levelCorrectionDoubtDb');
  const why = read.text('level_correction_why');
  if (db === null && doubtDb === null && why === '') return null;
  if (db === null || doubtDb === null || why === '') {
    read.fail('level_correction_db', 'a correction needs an amount, its ± and its source');
    // Left uncorrected it would pass for a reading of a meter that was right.
    read.broken = true;
    return null;
  }
  return { db, doubtDb, why };
}

/** Means of sensors, where there are such columns. */
function readTypedMeans(read: RowReader): Record<string, number> {
  const means: Record<string, number> = {};
  for (const { heading, bound } of TYPED_MEANS) {
    const value = read.number(heading, inBounds(bound));
    if (value !== null) means[heading] = value;
  }
  return means;
}

function readScore(read: RowReader): BundleRun['score'] {
  const value = read.number('score');
  const better = read.text('score_better') || 'higher';
  if (better !== 'higher' && better !== 'lower')
    read.fail('score_better', `higher or lower expected: "${better}"`);
  if (value === null || (better !== 'higher' && better !== 'lower')) return null;
  return { value, unit: read.text('score_unit'), better };
}

function readRun(read: RowReader, line: number, cells: Record<string, string>): BundleRun {
  const control = read.text('control');
  if (!['', 'fixed', 'automatic'].includes(control))
    read.fail('control', `fixed or automatic expected: "${control}"`);
  const startedAt = read.text('started_at');
  const dated = startedAt === '' || (ISO_TIME.test(startedAt) && isoTime(startedAt) !== null);
  if (!dated) read.fail('started_at', `not an ISO 8601 time: "${startedAt}"`);
  return {
    line,
    run: read.requiredText('run'),
    entry: read.requiredText('entry'),
    mount: requiredIn(read, 'mount'),
    pass: requiredIn(read, 'pass'),
    loadW: requiredIn(read, 'loadW'),
    loadName: read.text('load_name'),
    gpuLoadW: numberIn(read, 'gpuLoadW') ?? 0,
    setting: read.requiredText('setting'),
    control: control === 'automatic' ? 'automatic' : 'fixed',
    noiseDb: requiredIn(read, 'noiseDb'),
    floorDb: requiredIn(read, 'floorDb'),
    trace: read.text('trace'),
    typedCpuC: numberIn(read, 'typedCpuC'),
    typedAmbientC: numberIn(read, 'typedAmbientC'),
    typedPowerW: numberIn(read, 'typedPowerW'),
    dutyPct: numberIn(read, 'dutyPct'),
    rpm: numberIn(read, 'rpm'),
    startedAt: dated ? startedAt : '',
    note: read.text('note'),
    typedMeans: readTypedMeans(read),
    score: readScore(read),
    ...readAside(read),
    ...readWindow(read),
    ambientDoubtK: numberIn(read, 'ambientDoubtK'),
    levelCorrection: readCorrection(read),
    extra: unknownCells(cells, KNOWN),
  };
}

/**
 * The rows of runs.csv that can be used. A run needs its trace, or die and room temperature typed, or a reading; the
 * traces themselves are read by the bundle.
 */
export function readRuns(
  bytes: Uint8Array,
  entries: ReadonlySet<string>,
  problems: ProblemList,
  withReadings: ReadonlySet<string> = new Set(),
): BundleRun[] {
  const { headings, rows } = readTable(FILE, bytes, REQUIRED, problems);
  const hasMeans = headings.includes('cpu_c') && headings.includes('ambient_c');
  if (!headings.includes('trace') && !hasMeans && withReadings.size === 0) {
    const message =
      'required column "trace" is missing, and there are no typed means (cpu_c, ambient_c) instead';
    throw new UnusableInput({ file: FILE, line: 1, column: 'trace', message });
  }
  const lineOf = new Map<string, number>();
  const runs: BundleRun[] = [];
  for (const row of rows) {
    const read = new RowReader(FILE, row, problems);
    const run = readRun(read, row.line, row.cells);
    // A broken power would silently fall back to the nominal load: rather leave the run out.
    if (['power_w', 'cpu_c', 'ambient_c', 'gpu_load_w'].some((column) => read.wrong.has(column)))
      read.broken = true;
    if (read.broken) continue;
    const twin = lineOf.get(run.run);
    if (twin !== undefined) {
      read.fail('run', `"${run.run}" is on line ${twin} already: row left out`);
      continue;
    }
    lineOf.set(run.run, row.line);
    if (!entries.has(run.entry)) {
      read.fail('entry', `no entry "${run.entry}" in entries.csv: row left out`);
      continue;
    }
    const isTyped = run.typedCpuC !== null && run.typedAmbientC !== null;
    if (!run.trace && !isTyped && !withReadings.has(run.run)) {
      read.fail('trace', 'neither a trace, nor typed means (cpu_c, ambient_c), nor a reading: row left out');
      continue;
    }
    runs.push(run);
  }
  return runs;
}
