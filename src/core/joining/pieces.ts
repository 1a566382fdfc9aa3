import { PassCounter } from '../runs/passCounter';
import { eveningSpan, meanWithin, seriesOf, type PlacedSeries } from './placedSeries';
import { roomAlone } from './roomAlone';
import { SAME_RPM, SAME_WATTS, sameSettings } from './sameSettings';

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
  /** What the reviewer has said of it: that stays, whatever is cut anew. */
  typed: readonly PieceField[];
}

export type PieceField = 'use' | 'entry' | 'loadW' | 'setting' | 'mount' | 'pass' | 'noiseDb' | 'floorDb';

/**
 * The room's level of a piece: its own, or what was typed for the last one above it.
 *
 * @example floorOf([{ floorDb: '18.2' }, { floorDb: '' }], 1) → '18.2'
 */
export function floorOf(pieces: readonly Piece[], at: number): string {
  for (let i = at; i >= 0; i -= 1) if (pieces[i]!.floorDb.trim() !== '') return pieces[i]!.floorDb;
  return '';
}

/** A shorter piece is no run, s. */
export const LEAST_RUN_S = 120;

/**
 * Pieces for new cuts; what the reviewer said of a piece stays with the one that lies in it, and what the logs say is said anew. Each
 * ends `guardS` before the cut. The same load and setting again is another pass of it.
 *
 * Example: Cuts at 0 and 3600 s of an evening of two hours: two pieces, the second without what was typed in the
 * first.
 */
export function piecesFor(
  series: readonly PlacedSeries[],
  cuts: readonly number[],
  before: readonly Piece[],
  guardS = 0,
): Piece[] {
  const span = eveningSpan(series);
  if (!span) return [];
  const edges = [span.fromS, ...cuts, span.toS];
  const power = seriesOf(series, 'power');
  const fans = seriesOf(series, 'fan_speed');
  const die = seriesOf(series, 'cpu_temperature');
  const most = Math.max(0, ...(power?.values.filter((value) => !Number.isNaN(value)) ?? []));
  const spans = edges.slice(0, -1).map((fromS, i) => {
    const isLast = i === edges.length - 2;
    return { fromS, toS: Math.max(fromS, edges[i + 1]! - (isLast ? 0 : guardS)) };
  });
  const read = (of: PlacedSeries | undefined) => spans.map(({ fromS, toS }) => meanWithin(of, fromS, toS));
  const watted = read(power);
  // What was set once is one setting, however its readings differ.
  const loads = sameSettings(watted, SAME_WATTS);
  const speeds = sameSettings(read(fans), SAME_RPM);
  const pieces = spans.map(({ fromS, toS }, i): Piece => {
    const overlap = (piece: Piece) => Math.min(piece.toS, toS) - Math.max(piece.fromS, fromS);
    // Of two that were joined the longer has its say first.
    const olds = before
      .filter((piece) => overlap(piece) > 0.5 * Math.min(toS - fromS, piece.toS - piece.fromS))
      .sort((a, b) => overlap(a) - overlap(b));
    const typed = [...new Set(olds.flatMap((old) => old.typed))];
    const said = Object.fromEntries(olds.flatMap((old) => old.typed.map((name) => [name, old[name]])));
    const watts = watted[i]!;
    const load = loads[i]!;
    const rpm = speeds[i]!;
    return {
      fromS,
      toS,
      use:
        toS - fromS >= LEAST_RUN_S &&
        meanWithin(die, fromS, toS) !== null &&
        (watts === null || watts > 0.3 * most),
      entry: before[0]?.entry ?? '',
      loadW: load === null ? '' : String(Math.round(load / 5) * 5),
      setting: rpm === null ? '' : `${Math.round(rpm / 10) * 10} rpm`,
      mount: '1',
      pass: '1',
      noiseDb: '',
      floorDb: String(roomAlone(series, fromS) ?? ''),
      typed,
      ...said,
    };
  });
  return withPasses(pieces);
}

/**
 * Passes counted: the same entry, load, setting and mount again is the next pass, but for those that the reviewer has numbered.
 *
 * Example: Pieces at 1000, 1500 and 1000 rpm of one mount: passes 1, 1 and 2.
 */
export function withPasses(pieces: readonly Piece[]): Piece[] {
  const passes = new PassCounter();
  return pieces.map((piece) => {
    if (!piece.use) return piece;
    const pass = passes.next([piece.entry, piece.loadW, piece.setting, piece.mount]);
    return piece.typed.includes('pass') ? piece : { ...piece, pass: String(pass) };
  });
}
