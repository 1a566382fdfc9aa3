import { meterReading } from '../bench/meterReading';
import { alignClocks, stepMoments, type ClockShift } from './alignClocks';
import { chained } from './chained';
import { cutRuns } from './cutRuns';
import { joinOnto, reachS } from './joinOnto';
import type { Quantity, Unit } from '../channels/quantity';

/** A raw log as the server understood it. */
export interface BroughtLog {
  fileId: number;
  path: string;
  delimiter: string;
  decimal: string;
  encoding: string;
  columns: { header: string; quantity: Quantity | null; unit: Unit | null }[];
  samples: number;
  durationS: number | null;
  firstS: number | null;
  lastS: number | null;
  clockKind: 'date' | 'day' | 'elapsed' | 'none';
  problems: { line: number; column?: string; message: string }[];
  unlisted: number;
  series: { timeS: number[]; values: { quantity: string; values: (number | null)[] }[] };
}

export interface PlacedSeries {
  quantity: string;
  timeS: number[];
  values: number[];
}

/**
 * Clocks of one kind tell the same time; others are laid so that the logs begin together.
 *
 * Example: Two logs of one kind at 20:00 and 21:00: 0 s and 3600 s; a log of elapsed seconds: laid to begin with the
 * first.
 */
export function firstOffsets(logs: readonly BroughtLog[]): number[] {
  const lead =
    logs.find((log) => log.columns.some((column) => column.quantity === 'cpu_temperature')) ?? logs[0];
  return logs.map((log) => {
    if (!lead || log.firstS === null || lead.firstS === null) return 0;
    const alike = log.clockKind === lead.clockKind && log.clockKind !== 'elapsed';
    return alike ? 0 : lead.firstS - log.firstS;
  });
}

/**
 * Of each quantity what the logs have of it, as one, on the evening's common clock; missing readings as NaN.
 *
 * Example: Two logs with the die, one after the other: one series of the die over both.
 */
export function placeSeries(logs: readonly BroughtLog[], offsetsS: readonly number[]): PlacedSeries[] {
  const parts = new Map<string, { timeS: number[]; values: number[] }[]>();
  logs.forEach((log, i) => {
    for (const { quantity, values } of log.series.values) {
      const own = parts.get(quantity) ?? [];
      own.push({
        timeS: log.series.timeS.map((at) => at + offsetsS[i]!),
        values: values.map((value) => value ?? Number.NaN),
      });
      parts.set(quantity, own);
    }
  });
  return [...parts].map(([quantity, rows]) => {
    const { timeS, values } = chained(rows);
    return { quantity, timeS, values };
  });
}

const STEPS: { quantity: Quantity; leastStep: number; leastShare: number }[] = [
  { quantity: 'power', leastStep: 8, leastShare: 0.1 },
  { quantity: 'fan_speed', leastStep: 40, leastShare: 0.05 },
];
/** A meter's level steps with the fans; what is less may be the street. */
const METER_STEP = { quantity: 'noise_level' as const, leastStep: 2, leastShare: 0 };

function watched(series: readonly PlacedSeries[], rows: readonly (typeof STEPS)[number][]) {
  return rows.flatMap(({ quantity, leastStep, leastShare }) => {
    const found = find(series, quantity);
    return found ? [{ timeS: found.timeS, values: found.values, leastStep, leastShare }] : [];
  });
}

const hasDie = (log: BroughtLog) => log.columns.some((column) => column.quantity === 'cpu_temperature');

/**
 * Where the clocks of logs without the die should be moved, so that their steps fall on those of the logs that have it;
 * null for a log that needs no move or whose steps tell nothing.
 *
 * Example: A power log whose step comes 30 s after the die's: −30 s.
 */
export function proposedClocks(
  logs: readonly BroughtLog[],
  offsetsS: readonly number[],
): (ClockShift | null)[] {
  const place = (chosen: (log: BroughtLog) => boolean) =>
    placeSeries(
      logs.filter(chosen),
      offsetsS.filter((_, i) => chosen(logs[i]!)),
    );
  const lead = stepMoments(watched(place(hasDie), STEPS));
  if (lead.length === 0) return logs.map(() => null);
  return logs.map((log) =>
    hasDie(log)
      ? null
      : alignClocks(
          lead,
          stepMoments(
            watched(
              place((other) => other === log),
              [...STEPS, METER_STEP],
            ),
          ),
        ),
  );
}

function find(series: readonly PlacedSeries[], quantity: Quantity): PlacedSeries | undefined {
  return series.find((series) => series.quantity === quantity);
}

/**
 * The span that runs can be cut from: that of the die.
 *
 * Example: A die logged from 0 to 7200 s: from 0 to 7200 s, however long the meter ran.
 */
export function eveningSpan(series: readonly PlacedSeries[]): { fromS: number; toS: number } | null {
  const die = find(series, 'cpu_temperature');
  if (!die || die.timeS.length < 2) return null;
  return { fromS: die.timeS[0]!, toS: die.timeS[die.timeS.length - 1]! + 1 };
}

/** A hole in the die's readings that is no slow clock, s. */
const HOLE_S = 120;

/** Where one log of the die ends and the next begins. */
function holes({ timeS }: PlacedSeries): number[] {
  return timeS.flatMap((at, i) => (i > 0 && at - timeS[i - 1]! > HOLE_S ? [timeS[i - 1]! + 1, at] : []));
}

/** Where load or fan setting changes, or one log gives way to the next, inside the span of the die. */
export function proposedCuts(series: readonly PlacedSeries[]): number[] {
  const span = eveningSpan(series);
  if (!span) return [];
  const between = holes(find(series, 'cpu_temperature')!);
  const steps = cutRuns(watched(series, STEPS)).filter((cut) =>
    between.every((value) => Math.abs(value - cut) > 30),
  );
  return [...steps, ...between]
    .filter((cut) => cut > span.fromS + 20 && cut < span.toS - 20)
    .sort((a, b) => a - b);
}

/** Power and speed under which load and fans are off. */
const OFF = { shareOfMost: 0.1, rpm: 60 };
const LEAST_QUIET_S = 30;

/**
 * The room alone near a time, dB(A): the meter over the nearest minutes in which load and fans were off, by the bench's
 * rule; null where the logs have none.
 *
 * Example: Ten minutes without load and fans at 18.2 dB(A): 18.2; a log in which the fans never stood: null.
 */
export function roomAlone(series: readonly PlacedSeries[], nearS: number): number | null {
  const [power, fans, noise] = (['power', 'fan_speed', 'noise_level'] as const).map((other) =>
    find(series, other),
  );
  if (!power || !fans || !noise) return null;
  const most = Math.max(0, ...power.values.filter((value) => !Number.isNaN(value)));
  const watts = joinOnto(noise.timeS, power.timeS, power.values, 2 * reachS(power.timeS));
  const rpm = joinOnto(noise.timeS, fans.timeS, fans.values, 2 * reachS(fans.timeS));
  const stretches: { fromS: number; toS: number; levels: number[] }[] = [];
  noise.timeS.forEach((at, i) => {
    const level = noise.values[i]!;
    const isOff = watts[i]! < OFF.shareOfMost * most && rpm[i]! < OFF.rpm && !Number.isNaN(level);
    const last = stretches[stretches.length - 1];
    if (!isOff)
      return void (last && last.levels.length > 0 && stretches.push({ fromS: at, toS: at, levels: [] }));
    if (!last) return void stretches.push({ fromS: at, toS: at, levels: [level] });
    if (last.levels.length === 0) last.fromS = at;
    last.toS = at;
    last.levels.push(level);
  });
  const quiet = stretches.filter(
    (stretch) => stretch.levels.length >= 5 && stretch.toS - stretch.fromS >= LEAST_QUIET_S,
  );
  const away = (other: { fromS: number; toS: number }) => Math.max(other.fromS - nearS, nearS - other.toS, 0);
  const [nearest] = quiet.sort((a, b) => away(a) - away(b));
  return nearest ? Number(meterReading(nearest.levels).levelDb.toFixed(1)) : null;
}

function meanWithin(series: PlacedSeries | undefined, fromS: number, toS: number): number | null {
  if (!series) return null;
  let sum = 0;
  let count = 0;
  series.timeS.forEach((at, i) => {
    if (at < fromS || at >= toS || Number.isNaN(series.values[i]!)) return;
    sum += series.values[i]!;
    count += 1;
  });
  return count > 0 ? sum / count : null;
}

/** A piece of the evening between two cuts, as a run to be filled in. */
export interface Piece {
  fromS: number;
  toS: number;
  use: boolean;
  entry: string;
  loadW: string;
  setting: string;
  mount: string;
  pass: string;
  noiseDb: string;
  floorDb: string;
}

/**
 * The room's level of a piece: its own, or what was typed for the last one above it.
 *
 * @example floorOf([{ floorDb: '18.2' }, { floorDb: '' }], 1) → '18.2'
 */
export function floorOf(pieces: readonly Piece[], at: number): string {
  for (let i = at; i >= 0; i -= 1) if (pieces[i]!.floorDb.trim() !== '') return pieces[i]!.floorDb;
  return '';
}

const LEAST_RUN_S = 120;

/**
 * Pieces for new cuts; what was filled in stays with the piece that covers most of the old one.
 *
 * Example: Cuts at 0 and 3600 s of an evening of two hours: two pieces, the second without what was typed in the
 * first.
 */
export function piecesFor(
  series: readonly PlacedSeries[],
  cuts: readonly number[],
  before: readonly Piece[],
): Piece[] {
  const span = eveningSpan(series);
  if (!span) return [];
  const edges = [span.fromS, ...cuts, span.toS];
  const power = find(series, 'power');
  const fans = find(series, 'fan_speed');
  const die = find(series, 'cpu_temperature');
  const most = Math.max(0, ...(power?.values.filter((value) => !Number.isNaN(value)) ?? []));
  return edges.slice(0, -1).map((fromS, i) => {
    const toS = edges[i + 1]!;
    const overlap = (piece: Piece) => Math.min(piece.toS, toS) - Math.max(piece.fromS, fromS);
    const old = [...before].sort((a, b) => overlap(b) - overlap(a))[0];
    if (old && overlap(old) > 0.5 * (toS - fromS)) return { ...old, fromS, toS };
    const watts = meanWithin(power, fromS, toS);
    const rpm = meanWithin(fans, fromS, toS);
    return {
      fromS,
      toS,
      use:
        toS - fromS >= LEAST_RUN_S &&
        meanWithin(die, fromS, toS) !== null &&
        (watts === null || watts > 0.3 * most),
      entry: before[0]?.entry ?? '',
      loadW: watts === null ? '' : String(Math.round(watts / 5) * 5),
      setting: rpm === null ? '' : `${Math.round(rpm / 10) * 10} rpm`,
      mount: '1',
      pass: '1',
      noiseDb: '',
      floorDb: String(roomAlone(series, fromS) ?? ''),
    };
  });
}
