import { BOUNDS, MOST, outOfBounds, type Bound } from '@/core/bounds';
import { boundOfColumn, STANDING_ALONE } from '@/core/channels/channels';
import { isMissing, MISSING } from '@/core/missing';
import type { Trace } from '@/core/reduction/trace';
import { isMissingCell, parseNumber, splitCells } from '../../cells';
import { plainRows } from '../../plainRows';
import type { ProblemList } from '../../problem';
import { fromSafeText } from '../../safeText';

/** A channel of a log: readings, or the cells as they stood where they are no numbers. */
export interface Channel {
  heading: string;
  values: Float64Array | string[];
}

const LINE_FEED = 10;

export interface TraceTable {
  channels: Channel[];
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

interface Heading {
  headings: string[];
  /** What the first column of each name that we know is held to; null for the others. */
  bounds: (Bound | null)[];
  timeAt: number;
}

/** The heading of a log; null where it cannot be one, which is told. */
function readHeading(file: string, line: string, problems: ProblemList): Heading | null {
  const headings = (splitCells(line, ',') ?? []).map((heading) => fromSafeText(heading.trim()));
  while (headings.length > 1 && headings[headings.length - 1] === '') headings.pop();
  if (headings.length > MOST.columns) {
    const message = `${headings.length} columns: at most ${MOST.columns} are taken`;
    problems.push({ file, line: 1, message });
    return null;
  }
  const hasDie = headings.includes('cpu_c') || !STANDING_ALONE.some((column) => headings.includes(column));
  for (const [column, what] of [
    ['t_s', 'time'],
    ['cpu_c', 'die temperature'],
  ] as const) {
    if (headings.includes(column) || (column === 'cpu_c' && !hasDie)) continue;
    problems.push({ file, line: 1, column, message: `no ${what}: a column "${column}" was expected` });
    return null;
  }
  return {
    headings,
    bounds: headings.map((heading, i) => (headings.indexOf(heading) === i ? boundOfColumn(heading) : null)),
    timeAt: headings.indexOf('t_s'),
  };
}

/** A log in which every column is known and every cell a plain number within its bounds, as nearly all are; null for any other. */
function plainChannels(bytes: Uint8Array, from: number, heading: Heading): Channel[] | null {
  const { headings, bounds, timeAt } = heading;
  const known = bounds.flatMap((bound) => bound ?? []);
  if (known.length < bounds.length) return null;
  const columns = known.map((bound) => ({ least: BOUNDS[bound].min, most: BOUNDS[bound].max }));
  const values = plainRows(bytes, from, columns, timeAt);
  return values && values[0]!.length > 0
    ? headings.map((name, c) => ({ heading: name, values: values[c]! }))
    : null;
}

/** A line's cells, or what is wrong with it. */
function readCells(text: string, { headings }: Heading): string[] | string {
  if (text.length > MOST.line) return `longer than ${MOST.line} characters`;
  const cells = splitCells(text, ',');
  if (!cells) return 'a quote is left open';
  const count = cells.length;
  const isSpare = count === headings.length + 1 && cells[count - 1] === '';
  return count === headings.length || isSpare ? cells : `${count} cells, ${headings.length} expected`;
}

/** Line by line: rows that cannot be used are left out and listed. */
function readLines(
  file: string,
  lines: readonly string[],
  heading: Heading,
  problems: ProblemList,
): Channel[] {
  const { headings, bounds, timeAt } = heading;
  const numbers: number[][] = headings.map(() => []);
  const texts: string[][] = headings.map(() => []);
  let lastTime = -Infinity;
  nextLine: for (let i = 1; i < lines.length; i += 1) {
    const text = lines[i]!;
    if (text.trim() === '') continue;
    const line = i + 1;
    const cells = readCells(text, heading);
    if (typeof cells === 'string') {
      problems.push({ file, line, message: `${cells}: row left out` });
      continue;
    }
    const readings: number[] = [];
    for (let c = 0; c < headings.length; c += 1) {
      const bound = bounds[c];
      if (!bound) continue;
      const reading = readKnown(headings[c]!, bound, cells[c]!);
      if (typeof reading === 'string') {
        problems.push({ file, line, column: headings[c], message: reading });
        continue nextLine;
      }
      readings[c] = reading;
    }
    const time = readings[timeAt]!;
    if (isMissing(time) || time < lastTime) {
      const back = `time steps back from ${lastTime} to ${time} s`;
      const message = isMissing(time) ? 'empty: a time was expected' : back;
      problems.push({ file, line, column: 't_s', message });
      continue;
    }
    lastTime = time;
    for (let c = 0; c < headings.length; c += 1) {
      if (bounds[c]) numbers[c]!.push(readings[c]!);
      else texts[c]!.push(fromSafeText(cells[c]!.trim()));
    }
  }
  return headings.map((name, c) =>
    bounds[c] ? { heading: name, values: Float64Array.from(numbers[c]!) } : asChannel(name, texts[c]!),
  );
}

/**
 * The log of one run in the bundle's own form (`traces/*.csv`). Rows that cannot be used are left out and
 * listed; null where the log as a whole is of no use.
 */
export function readTraceTable(file: string, bytes: Uint8Array, problems: ProblemList): TraceTable | null {
  const headEnd = bytes.indexOf(LINE_FEED);
  const head = new TextDecoder().decode(headEnd < 0 ? bytes : bytes.subarray(0, headEnd));
  // Carriage returns alone end lines, too: such a log is read as text.
  const first = linesOf(head)[0] ?? '';
  const heading = readHeading(file, first, problems);
  if (!heading) return null;
  const isOneLine = headEnd >= 0 && head.replace(/\r$/, '') === first;
  const channels =
    (isOneLine ? plainChannels(bytes, headEnd + 1, heading) : null) ??
    readLines(file, linesOf(new TextDecoder().decode(bytes)), heading, problems);
  if (channels[heading.timeAt]!.values.length === 0) {
    problems.push({ file, message: 'the log holds no usable rows' });
    return null;
  }
  const hasReading = (column: string) =>
    (channels[heading.headings.indexOf(column)]?.values as Float64Array | undefined)?.some(
      (value) => !isMissing(value),
    ) ?? false;
  if (!hasReading('cpu_c') && !STANDING_ALONE.some(hasReading)) {
    problems.push({ file, column: 'cpu_c', message: 'no die temperature: every reading is missing' });
    return null;
  }
  return { channels };
}

/** The channels that the reduction needs. */
export function toTrace(table: Pick<TraceTable, 'channels'>): Trace {
  const channel = (heading: string) => {
    const found = table.channels.find((channel) => channel.heading === heading)?.values;
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
