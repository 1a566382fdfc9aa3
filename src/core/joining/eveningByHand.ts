import {
  cuttingSteps,
  endGuardS,
  hasDie,
  placeSeries,
  proposedCuts,
  type BroughtLog,
  type JoinedEvening,
} from './evening';
import { eveningSpan } from './placedSeries';
import { piecesFor, withPasses, type Piece, type PieceField } from './pieces';

/** An evening as the reviewer has it in hand: clocks, cuts and pieces, and what of the cuts is his own. */
export interface EveningInHand {
  offsetsS: number[];
  cuts: number[];
  /** Cuts that were placed or moved by hand: they stay where they are. */
  placed: number[];
  /** Where proposed cuts were taken away by hand: none is proposed there again. */
  joined: number[];
  pieces: Piece[];
  /** What was said of more pieces than a moved clock left: it comes back as soon as there are as many again. */
  saidBefore?: readonly Piece[] | undefined;
}

/** A proposed cut nearer to one by hand than this is the same, s. */
const SAME_CUT_S = 45;
/** Cuts keep so far from each other and from the ends, s. */
const LEAST_APART_S = 1;

const near = (cuts: readonly number[], atS: number, withinS = SAME_CUT_S) =>
  cuts.some((cut) => Math.abs(cut - atS) <= withinS);

const sorted = (cuts: readonly number[]) => [...cuts].sort((a, b) => a - b);

/** The same evening with other cuts: what was said of its pieces stays with them. */
function withCuts(
  logs: readonly BroughtLog[],
  evening: EveningInHand,
  change: Partial<Pick<EveningInHand, 'offsetsS' | 'cuts' | 'placed' | 'joined'>>,
): EveningInHand {
  const next = { ...evening, ...change };
  const series = placeSeries(logs, next.offsetsS);
  const cuts = sorted(next.cuts);
  return { ...next, cuts, pieces: piecesFor(series, cuts, evening.pieces, endGuardS(logs)) };
}

/**
 * An evening before anybody has touched it.
 *
 * Example: What `joinEvening` gives, with no cut of the reviewer’s own.
 */
export const inHand = ({ offsetsS, cuts, pieces }: JoinedEvening): EveningInHand => ({
  ...{ offsetsS, cuts, pieces, placed: [], joined: [] },
});

/**
 * Cuts a piece in two. Nothing happens within a second of another cut or of an end.
 *
 * Example: A cut at 1800 s of an evening of one piece: two pieces, both with what was typed in the one.
 */
export function cutHere(logs: readonly BroughtLog[], evening: EveningInHand, atS: number): EveningInHand {
  const span = eveningSpan(placeSeries(logs, evening.offsetsS));
  if (!span || atS < span.fromS + LEAST_APART_S || atS > span.toS - LEAST_APART_S) return evening;
  if (near(evening.cuts, atS, LEAST_APART_S)) return evening;
  return withCuts(logs, evening, {
    cuts: [...evening.cuts, atS],
    placed: [...evening.placed, atS],
    joined: evening.joined.filter((other) => Math.abs(other - atS) > SAME_CUT_S),
  });
}

/** Moves a cut between its neighbours; it is the reviewer’s own from then on. */
export function moveCut(
  logs: readonly BroughtLog[],
  evening: EveningInHand,
  at: number,
  toS: number,
): EveningInHand {
  const span = eveningSpan(placeSeries(logs, evening.offsetsS));
  const was = evening.cuts[at];
  if (!span || was === undefined) return evening;
  const low = (evening.cuts[at - 1] ?? span.fromS) + LEAST_APART_S;
  const high = (evening.cuts[at + 1] ?? span.toS) - LEAST_APART_S;
  const isNow = Math.min(high, Math.max(low, toS));
  return withCuts(logs, evening, {
    cuts: evening.cuts.map((cut, i) => (i === at ? isNow : cut)),
    placed: [...evening.placed.filter((cut) => cut !== was), isNow],
  });
}

/**
 * Joins the pieces on either side of a cut; it is not proposed again.
 *
 * Example: Of two pieces, joined at their one cut: one, with what was said of the longer.
 */
export function joinAt(logs: readonly BroughtLog[], evening: EveningInHand, at: number): EveningInHand {
  const gone = evening.cuts[at];
  if (gone === undefined) return evening;
  return withCuts(logs, evening, {
    cuts: evening.cuts.filter((_, i) => i !== at),
    placed: evening.placed.filter((cut) => cut !== gone),
    joined: [...evening.joined, gone],
  });
}

function cutsAnew(
  logs: readonly BroughtLog[],
  { placed, joined }: Pick<EveningInHand, 'placed' | 'joined'>,
  offsetsS: number[],
): number[] {
  const proposed = proposedCuts(logs, offsetsS, placeSeries(logs, offsetsS));
  return [...placed, ...proposed.filter((cut) => !near(placed, cut) && !near(joined, cut))];
}

/**
 * Cuts anew where load and fans step; cuts by hand stay, and what was joined by hand is proposed again.
 *
 * Example: After two pieces were joined at 1300 s: cut there again.
 */
export const cutAnew = (logs: readonly BroughtLog[], evening: EveningInHand): EveningInHand =>
  withCuts(logs, evening, { joined: [], cuts: cutsAnew(logs, { ...evening, joined: [] }, evening.offsetsS) });

/**
 * Moves a log’s clock: steps lie elsewhere then, so the evening is cut anew and its labels are said anew; what the reviewer placed,
 * joined or typed stays.
 *
 * Example: A log of power whose step came 60 s late, moved by −60 s: the cut comes with it.
 */
export function moveClock(
  logs: readonly BroughtLog[],
  evening: EveningInHand,
  at: number,
  offsetS: number,
): EveningInHand {
  const wasS = evening.offsetsS[at]!;
  const byS = offsetS - wasS;
  // Where the one log of the die goes, the whole evening goes with it.
  const isLead = hasDie(logs[at]!) && logs.filter(hasDie).length === 1;
  const offsetsS = evening.offsetsS.map((old, i) => (i === at ? offsetS : old));
  // Where its own steps were joined they are joined still, wherever they come to lie.
  const own = cuttingSteps(logs[at]!, wasS);
  const joined = evening.joined.map((cut) => (isLead || near(own, cut, LEAST_APART_S) ? cut + byS : cut));
  const placed = isLead ? evening.placed.map((cut) => cut + byS) : evening.placed;
  const cuts = cutsAnew(logs, { placed, joined }, offsetsS);
  const stayed = withCuts(logs, evening, { offsetsS, joined, placed, cuts });
  // Its own cuts moved with it, and with them the pieces that they bound.
  const pieces = evening.pieces.map((piece) => ({
    ...piece,
    fromS: piece.fromS + byS,
    toS: piece.toS + byS,
  }));
  const moved = withCuts(logs, { ...evening, pieces }, { offsetsS, joined, placed, cuts });
  const kept = saidIn(moved.pieces) > saidIn(stayed.pieces) ? moved : stayed;
  const said = evening.saidBefore ?? evening.pieces;
  if (!evening.saidBefore && saidIn(kept.pieces) >= saidIn(said)) return kept;
  // However far it went: as many pieces as before are the same in their order.
  if (kept.pieces.length !== said.length) return { ...kept, saidBefore: said };
  const again = kept.pieces.map((piece, i) => sayAgain(piece, said[i]!));
  return { ...kept, pieces: withPasses(again), saidBefore: undefined };
}

/** How many different things the reviewer has said of pieces: one that a second piece took over counts once. */
const saidIn = (pieces: readonly Piece[]) =>
  new Set(
    pieces.flatMap((piece) =>
      piece.typed.length > 0 ? [JSON.stringify(piece.typed.map((name) => piece[name]))] : [],
    ),
  ).size;

/** A piece with what was said of another one. */
const sayAgain = (piece: Piece, of: Piece): Piece => ({
  ...piece,
  ...Object.fromEntries(of.typed.map((name) => [name, of[name]])),
  typed: of.typed,
});

/** The evening of logs that are understood otherwise now: cut anew, with what was said of its pieces. */
export const readAnew = (logs: readonly BroughtLog[], evening: EveningInHand): EveningInHand =>
  withCuts(logs, evening, { cuts: cutsAnew(logs, evening, evening.offsetsS) });

/** What a reviewer says of a piece; it stays his whatever is cut anew. */
export function sayOf(
  evening: EveningInHand,
  at: number,
  part: Partial<Pick<Piece, PieceField>>,
): EveningInHand {
  const names = Object.keys(part) as PieceField[];
  const pieces = evening.pieces.map((piece, i) =>
    i === at ? { ...piece, ...part, typed: [...new Set([...piece.typed, ...names])] } : piece,
  );
  return { ...evening, pieces: withPasses(pieces) };
}

/** Writes a cell into every piece below it, as one does in a sheet. */
export function fillDown(
  evening: EveningInHand,
  at: number,
  name: Exclude<PieceField, 'use'>,
): EveningInHand {
  const value = evening.pieces[at]![name];
  const pieces = evening.pieces.map((piece, i) =>
    i > at ? { ...piece, [name]: value, typed: [...new Set([...piece.typed, name])] } : piece,
  );
  return { ...evening, pieces: withPasses(pieces) };
}
