import { cutRuns } from '@/core/joining/cutRuns';
import type { Quantity, Unit } from '@/core/channels/quantity';

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

/** Clocks of one kind tell the same time; others are laid so that the logs begin together. */
export function firstOffsets(logs: readonly BroughtLog[]): number[] {
  const lead = logs.find((log) => log.columns.some((of) => of.quantity === 'cpu_temperature')) ?? logs[0];
  return logs.map((log) => {
    if (!lead || log.firstS === null || lead.firstS === null) return 0;
    const alike = log.clockKind === lead.clockKind && log.clockKind !== 'elapsed';
    return alike ? 0 : lead.firstS - log.firstS;
  });
}

/** Of each quantity the first log that has it, on the evening's common clock; missing readings as NaN. */
export function placeSeries(logs: readonly BroughtLog[], offsetsS: readonly number[]): PlacedSeries[] {
  const placed = new Map<string, PlacedSeries>();
  logs.forEach((log, i) => {
    for (const { quantity, values } of log.series.values) {
      if (placed.has(quantity)) continue;
      placed.set(quantity, {
        quantity,
        timeS: log.series.timeS.map((at) => at + offsetsS[i]!),
        values: values.map((value) => value ?? Number.NaN),
      });
    }
  });
  return [...placed.values()];
}

function find(series: readonly PlacedSeries[], quantity: Quantity): PlacedSeries | undefined {
  return series.find((of) => of.quantity === quantity);
}

/** The span that runs can be cut from: that of the die. */
export function eveningSpan(series: readonly PlacedSeries[]): { fromS: number; toS: number } | null {
  const die = find(series, 'cpu_temperature');
  if (!die || die.timeS.length < 2) return null;
  return { fromS: die.timeS[0]!, toS: die.timeS[die.timeS.length - 1]! + 1 };
}

/** Where load or fan setting changes, inside the span of the die. */
export function proposedCuts(series: readonly PlacedSeries[]): number[] {
  const span = eveningSpan(series);
  if (!span) return [];
  const watched = [
    { of: find(series, 'power'), leastStep: 8, leastShare: 0.1 },
    { of: find(series, 'fan_speed'), leastStep: 40, leastShare: 0.05 },
  ];
  const channels = watched.flatMap(({ of, ...steps }) =>
    of ? [{ timeS: of.timeS, values: of.values, ...steps }] : [],
  );
  return cutRuns(channels).filter((cut) => cut > span.fromS + 20 && cut < span.toS - 20);
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

const LEAST_RUN_S = 120;

/** Pieces for new cuts; what was filled in stays with the piece that covers most of the old one. */
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
      use: toS - fromS >= LEAST_RUN_S && (watts === null || watts > 0.3 * most),
      entry: before[0]?.entry ?? '',
      loadW: watts === null ? '' : String(Math.round(watts / 5) * 5),
      setting: rpm === null ? '' : `${Math.round(rpm / 10) * 10} rpm`,
      mount: '1',
      pass: '1',
      noiseDb: '',
      floorDb: before[0]?.floorDb ?? '',
    };
  });
}
