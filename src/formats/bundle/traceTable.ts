import { BOUNDS, MOST, outOfBounds, type Bound } from '@/core/bounds';
import { isMissing, MISSING } from '@/core/missing';
import type { Trace } from '@/core/reduction/trace';
import { isMissingCell, parseNumber, splitCells } from '../cells';
import { plainNumber } from '../plainNumber';
import type { ProblemList } from '../problem';
import { fromSafeText } from '../safeText';

/** A channel of a log: readings, or the cells as they stood where they are no numbers. */
export interface Channel {
  heading: string;
  values: Float64Array | string[];
}

export interface TraceTable {
  channels: Channel[];
}

const KNOWN = new Set([
  't_s', 'cpu_c', 'ambient_c', 'power_w', 'fan_rpm', 'clock_mhz', 'gpu_c', 'vrm_c', 'liquid_c', 'inlet_c',
  'case_air_c', 'memory_c', 'drive_c', 'pump_rpm', 'pump_duty_pct', 'noise_db',
]); // prettier-ignore

export function isKnownChannel(heading: string): boolean {
  return KNOWN.has(heading) || /^fan(?:[2-9]|1[0-6])_rpm$/.test(heading);
}

/** Columns that a run without a die can stand on (FORMATS step 11). */
export const SENSORS = [
  'gpu_c',
  'vrm_c',
  'liquid_c',
  'case_air_c',
  'memory_c',
  'drive_c',
  'clock_mhz',
] as const;

/** What each known column holds, by its ending. */
export function boundOf(heading: string): Bound {
  if (heading === 't_s') return 'timeS';
  if (heading.endsWith('_c')) return 'temperatureC';
  if (heading.endsWith('_rpm')) return 'speedRpm';
  if (heading.endsWith('_pct')) return 'dutyPct';
  if (heading === 'clock_mhz') return 'clockMhz';
  return heading === 'noise_db' ? 'levelDb' : 'powerW';
}

/** A known cell's reading, or what is wrong with it. */
function readKnown(heading: string, bound: Bound, cell: string): number | string {
  if (isMissingCell(cell)) return MISSING;
  const value = parseNumber(cell);
  if (value === null) return `not a number: "${cell.trim().slice(0, 60)}"`;
  const wrong = outOfBounds(bound, value);
  return wrong === null ? value : `${heading}: ${wrong}, got ${cell.trim().slice(0, 60)}`;
}

function asChannel(heading: string, cells: string[]): Channel {
  const numbers = new Float64Array(cells.length);
  for (let i = 0; i < cells.length; i += 1) {
    const value = isMissingCell(cells[i]!) ? MISSING : parseNumber(cells[i]!);
    if (value === null) return { heading, values: cells };
    numbers[i] = value;
  }
  return { heading, values: numbers };
}

/** Lines of a text, whatever ends them. */
function linesOf(text: string): string[] {
  return text.includes('\r') ? text.split(/\r\n|\n|\r/) : text.split('\n');
}

/**
 * A row of which every column is known and every cell a plain number within its bounds, as nearly all are; null for any
 * other, which is read cell by cell. It is written into `row`.
 */
function plainRow(
  text: string,
  known: readonly boolean[],
  bounds: readonly Bound[],
  row: number[],
): number[] | null {
  let from = 0;
  for (let c = 0; c < known.length; c += 1) {
    const comma = text.indexOf(',', from);
    const isLast = c === known.length - 1;
    if (!known[c] || comma < 0 !== isLast) return null;
    const to = isLast ? text.length : comma;
    const value = plainNumber(text, from, to);
    const { min, max } = BOUNDS[bounds[c]!];
    if (!(value >= min && value <= max)) return null;
    row[c] = value;
    from = to + 1;
  }
  return row;
}

/**
 * The log of one run in the bundle's own form (`traces/*.csv`). Rows that cannot be used are left out and
 * listed; null where the log as a whole is of no use.
 */
export function readTraceTable(file: string, bytes: Uint8Array, problems: ProblemList): TraceTable | null {
  const lines = linesOf(new TextDecoder().decode(bytes));
  const headings = (splitCells(lines[0] ?? '', ',') ?? []).map((heading) => fromSafeText(heading.trim()));
  while (headings.length > 1 && headings[headings.length - 1] === '') headings.pop();
  if (headings.length > MOST.columns) {
    problems.push({
      file,
      line: 1,
      message: `${headings.length} columns: at most ${MOST.columns} are taken`,
    });
    return null;
  }
  const hasDie = headings.includes('cpu_c') || !SENSORS.some((column) => headings.includes(column));
  for (const [column, what] of [
    ['t_s', 'time'],
    ['cpu_c', 'die temperature'],
  ] as const) {
    if (headings.includes(column) || (column === 'cpu_c' && !hasDie)) continue;
    problems.push({ file, line: 1, column, message: `no ${what}: a column "${column}" was expected` });
    return null;
  }
  const known = headings.map((heading, i) => isKnownChannel(heading) && headings.indexOf(heading) === i);
  const bounds = headings.map(boundOf);
  const numbers: number[][] = headings.map(() => []);
  const texts: string[][] = headings.map(() => []);
  const timeAt = headings.indexOf('t_s');
  let lastTime = -Infinity;
  const row = new Array<number>(headings.length);
  rows: for (let i = 1; i < lines.length; i += 1) {
    const text = lines[i]!;
    if (text.trim() === '') continue;
    const line = i + 1;
    if (text.length > MOST.line) {
      problems.push({ file, line, message: `longer than ${MOST.line} characters: row left out` });
      continue;
    }
    const plain = plainRow(text, known, bounds, row);
    const plainTimeS = plain?.[timeAt] ?? MISSING;
    if (plain && plainTimeS >= lastTime) {
      lastTime = plainTimeS;
      for (let c = 0; c < headings.length; c += 1) numbers[c]!.push(plain[c]!);
      continue;
    }
    const cells = splitCells(text, ',');
    const count = cells?.length ?? 0;
    if (
      !cells ||
      (count !== headings.length && !(count === headings.length + 1 && cells[count - 1] === ''))
    ) {
      const message = cells
        ? `${count} cells, ${headings.length} expected: row left out`
        : 'a quote is left open: row left out';
      problems.push({ file, line, message });
      continue;
    }
    const readings: number[] = [];
    for (let c = 0; c < headings.length; c += 1) {
      if (!known[c]) continue;
      const reading = readKnown(headings[c]!, bounds[c]!, cells[c]!);
      if (typeof reading === 'string') {
        problems.push({ file, line, column: headings[c], message: reading });
        continue rows;
      }
      readings[c] = reading;
    }
    const time = readings[timeAt]!;
    if (isMissing(time) || time < lastTime) {
      const message = isMissing(time)
        ? 'empty: a time was expected'
        : `time steps back from ${lastTime} to ${time} s`;
      problems.push({ file, line, column: 't_s', message });
      continue;
    }
    lastTime = time;
    for (let c = 0; c < headings.length; c += 1) {
      if (known[c]) numbers[c]!.push(readings[c]!);
      else texts[c]!.push(fromSafeText(cells[c]!.trim()));
    }
  }
  if (numbers[timeAt]!.length === 0) {
    problems.push({ file, message: 'the log holds no usable rows' });
    return null;
  }
  const hasReading = (column: string) => !(numbers[headings.indexOf(column)] ?? []).every(isMissing);
  if (!hasReading('cpu_c') && !SENSORS.some(hasReading)) {
    problems.push({ file, column: 'cpu_c', message: 'no die temperature: every reading is missing' });
    return null;
  }
  return {
    channels: headings.map((heading, c) =>
      known[c] ? { heading, values: Float64Array.from(numbers[c]!) } : asChannel(heading, texts[c]!),
    ),
  };
}

/** The channels that the reduction needs. */
export function toTrace(table: TraceTable): Trace {
  const channel = (heading: string) => {
    const found = table.channels.find((of) => of.heading === heading)?.values;
    return found instanceof Float64Array && !found.every(isMissing) ? found : null;
  };
  return {
    timeS: channel('t_s')!,
    cpuC: channel('cpu_c') ?? new Float64Array(channel('t_s')!.length).fill(MISSING),
    ambientC: channel('ambient_c'),
    powerW: channel('power_w'),
    noiseDb: channel('noise_db'),
  };
}

/** The channels of numbers by their headings. */
export function numberChannels(table: TraceTable): Map<string, Float64Array> {
  const channels = new Map<string, Float64Array>();
  for (const { heading, values } of table.channels)
    if (values instanceof Float64Array && !values.every(isMissing) && !channels.has(heading))
      channels.set(heading, values);
  return channels;
}
