import { alignClocks, clockFit, LEAST_S, type ClockShift, type LogSpan } from './alignClocks';
import { chained } from './chained';
import { merged, stepsOf } from './steps';
import { METER_STEP, WATCHED } from './watched';
import { reachS } from './joinOnto';
import { piecesFor, type Piece } from './pieces';
import { eveningSpan, seriesOf, type PlacedSeries } from './placedSeries';
import type { Quantity, Unit } from '../channels/channels';

/** A clock from here on is one of dates, s since 1970. */
export const DATES_FROM_S = 1e8;

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
  problems: { line: number; column?: string | undefined; message: string }[];
  unlisted: number;
  /** Thinned, to be drawn. */
  series: { timeS: number[]; values: { quantity: string; values: (number | null)[] }[] };
  /** Where its channels step, s of its own clock, found in its rows; looked for in the thinned ones where it is not told. */
  steps?: LogStep[];
}

/** A step of a channel, at the first row of the new level. */
export interface LogStep {
  quantity: string;
  atS: number;
}

const DAY_S = 86_400;

/** The day that a file name states, in days since 1970; null where it states none: “2026-11-24” and “20261124”. */
function dayInName(path: string): number | null {
  const found = /(?<!\d)(20\d\d)([-_.]?)(0[1-9]|1[0-2])\2(0[1-9]|[12]\d|3[01])(?!\d)/.exec(path);
  if (!found) return null;
  const ms = Date.UTC(Number(found[1]), Number(found[3]) - 1, Number(found[4]));
  return new Date(ms).getUTCDate() === Number(found[4]) ? ms / 1000 / DAY_S : null;
}

/** The day that puts a log with a time of day alone nearest to another log: where both overlap longest, s. */
function dayBeside(log: BroughtLog, fromS: number, toS: number): number {
  const first = Math.floor(fromS / DAY_S) - 1;
  const days = Array.from({ length: Math.min(20, Math.floor(toS / DAY_S) - first + 2) }, (_, i) => first + i);
  const overlap = (day: number) =>
    Math.min(log.lastS! + day * DAY_S, toS) - Math.max(log.firstS! + day * DAY_S, fromS);
  return DAY_S * days.reduce((best, day) => (overlap(day) > overlap(best) ? day : best), days[0]!);
}

/**
 * What is added to each log's clock so that they tell one time. A time of day gets its date from the log's file name, else from a log with
 * dates. Logs that only count seconds are laid to begin with the log of the die.
 *
 * Example: Two logs with a time of day at 20:00 and 21:00: 0 s each; one of 23:50 beside a log dated 24 November, 23:48: that day; a log of
 * elapsed seconds: laid to begin with the first.
 */
export function firstOffsets(logs: readonly BroughtLog[]): number[] {
  const timed = logs.filter(({ firstS }) => firstS !== null);
  const named = (log: BroughtLog) => (log.clockKind === 'day' ? dayInName(log.path) : null);
  const dated = timed.find(({ clockKind }) => clockKind === 'date');
  const withName = timed.find((log) => named(log) !== null);
  const base = dated
    ? { fromS: dated.firstS!, toS: dated.lastS! }
    : withName
      ? {
          fromS: withName.firstS! + named(withName)! * DAY_S,
          toS: withName.lastS! + named(withName)! * DAY_S,
        }
      : null;
  const dayOf = (log: BroughtLog): number => {
    const day = named(log);
    if (day !== null) return day * DAY_S;
    return base ? dayBeside(log, base.fromS, base.toS) : 0;
  };
  const lead = logs.find(hasDie) ?? logs[0];
  const leadS = lead?.clockKind === 'day' && lead.firstS !== null ? dayOf(lead) : 0;
  const counts = ({ clockKind }: BroughtLog) => clockKind === 'elapsed' || clockKind === 'none';
  return logs.map((log) => {
    if (!lead || log.firstS === null || lead.firstS === null || log === lead) return log === lead ? leadS : 0;
    if (counts(log) || counts(lead)) return leadS + lead.firstS - log.firstS;
    return log.clockKind === 'day' ? dayOf(log) : 0;
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

/** The steps of a log on the evening's clock, of the quantities that are asked for. */
function stepsIn(log: BroughtLog, offsetS: number, quantities: readonly string[]): number[] {
  const steps =
    log.steps ??
    [...WATCHED, METER_STEP].flatMap(({ quantity, ...least }) => {
      const found = log.series.values.find((other) => other.quantity === quantity);
      if (!found) return [];
      const values = found.values.map((value) => value ?? Number.NaN);
      return stepsOf({ timeS: log.series.timeS, values, ...least }).map((atS) => ({ quantity, atS }));
    });
  return steps.filter(({ quantity }) => quantities.includes(quantity)).map(({ atS }) => atS + offsetS);
}

/** Where a log would cut the evening by itself, s of its clock. */
export const cuttingSteps = (log: BroughtLog, offsetS: number): number[] => stepsIn(log, offsetS, CUTTING);

const CUTTING: readonly string[] = WATCHED.map(({ quantity }) => quantity);

/** What tells a clock: what cuts, and the level. */
const MOVING: readonly string[] = [...CUTTING, METER_STEP.quantity];

const spanOf = ({ firstS, lastS }: BroughtLog, offsetS: number): LogSpan | null =>
  firstS === null || lastS === null ? null : { fromS: firstS + offsetS, toS: lastS + offsetS };

const leadSteps = (logs: readonly BroughtLog[], offsetsS: readonly number[]): number[] =>
  logs.flatMap((log, i) => (hasDie(log) ? stepsIn(log, offsetsS[i]!, CUTTING) : []));

export const hasDie = (log: BroughtLog): boolean =>
  log.columns.some((column) => column.quantity === 'cpu_temperature');

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
  const lead = leadSteps(logs, offsetsS);
  if (lead.length === 0) return logs.map(() => null);
  const dies = logs.flatMap((log, i) => (hasDie(log) ? (spanOf(log, offsetsS[i]!) ?? []) : []));
  const span = {
    fromS: Math.min(...dies.map(({ fromS }) => fromS)),
    toS: Math.max(...dies.map(({ toS }) => toS)),
  };
  return logs.map((log, i) => {
    const own = spanOf(log, offsetsS[i]!);
    if (hasDie(log)) return null;
    const spans = own && dies.length > 0 ? { lead: span, log: own } : undefined;
    return alignClocks(lead, stepsIn(log, offsetsS[i]!, MOVING), spans);
  });
}

/** The share of each log's steps that fall on those of the logs with the die, by their clocks as they stand; null where nothing tells. */
export function clockFits(logs: readonly BroughtLog[], offsetsS: readonly number[]): (number | null)[] {
  const lead = leadSteps(logs, offsetsS);
  return logs.map((log, i) => (hasDie(log) ? null : clockFit(lead, stepsIn(log, offsetsS[i]!, MOVING), 0)));
}

/** A hole in the die's readings that is no slow clock, s. */
const HOLE_S = 120;

/** Where one log of the die ends and the next begins. */
function holes({ timeS }: PlacedSeries): number[] {
  const longS = Math.max(HOLE_S, 4 * reachS(timeS));
  return timeS.flatMap((at, i) => (i > 0 && at - timeS[i - 1]! > longS ? [timeS[i - 1]! + 1, at] : []));
}

/** Where load or fan setting changes, or one log gives way to the next, inside the span of the die. */
export function proposedCuts(
  logs: readonly BroughtLog[],
  offsetsS: readonly number[],
  series: readonly PlacedSeries[],
): number[] {
  const span = eveningSpan(series);
  if (!span) return [];
  const between = holes(seriesOf(series, 'cpu_temperature')!);
  const steps = merged(logs.flatMap((log, i) => stepsIn(log, offsetsS[i]!, CUTTING))).filter((cut) =>
    between.every((value) => Math.abs(value - cut) > 30),
  );
  return [...steps, ...between]
    .filter((cut) => cut > span.fromS + 20 && cut < span.toS - 20)
    .sort((a, b) => a - b);
}

/** Of slower logs no more than this, s. */
const MOST_GUARD_S = 60;

/**
 * How far a piece keeps clear of the cut at its end, s: by a row of the slowest log that cuts, and where that is not the die's own by
 * what two clocks that count as one may differ. So nothing of the next load stands in a settled window.
 *
 * Example: A die and its power in one log of a row a second: 1 s; the power in a log of its own, a row in 10 s: 13 s.
 */
export function endGuardS(logs: readonly BroughtLog[]): number {
  const cutting = logs.filter((log) => stepsIn(log, 0, CUTTING).length > 0);
  const stepOf = ({ durationS, samples }: BroughtLog) =>
    durationS !== null && samples > 1 ? durationS / (samples - 1) : 1;
  const guards = cutting.map((log) => stepOf(log) + (hasDie(log) ? 0 : LEAST_S));
  return Math.min(MOST_GUARD_S, Math.max(0, ...guards));
}

/** An evening of logs, joined by their clocks and cut, before anybody has moved anything. */
export interface JoinedEvening {
  /** What is added to each log's clock by its kind alone, and what its steps speak for beside that. */
  ownS: number[];
  shifts: (ClockShift | null)[];
  /** What is added to each log's clock: only what is sure is moved unasked. */
  offsetsS: number[];
  series: PlacedSeries[];
  cuts: number[];
  pieces: Piece[];
}

/** Joins raw logs: clocks, cuts and pieces, as the page of raw logs opens with them and `./abanico cut` tells them. */
export function joinEvening(logs: readonly BroughtLog[]): JoinedEvening {
  const ownS = firstOffsets(logs);
  const shifts = proposedClocks(logs, ownS);
  const offsetsS = ownS.map((own, i) => own + (shifts[i]?.isSure ? shifts[i]!.offsetS : 0));
  const series = placeSeries(logs, offsetsS);
  const cuts = proposedCuts(logs, offsetsS, series);
  return { ownS, shifts, offsetsS, series, cuts, pieces: piecesFor(series, cuts, [], endGuardS(logs)) };
}
