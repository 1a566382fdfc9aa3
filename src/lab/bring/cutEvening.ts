import { clockFits, hasDie, joinEvening, type BroughtLog } from '@/core/joining/evening';
import { LEAST_RUN_S, type Piece } from '@/core/joining/pieces';
import { meanWithin, seriesOf } from '@/core/joining/placedSeries';
import { unknown, type Outcome } from '@/core/outcome';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { toTrace, type Channel } from '@/formats/bundle/tables/traceTable';
import type { OpenLog } from '@/formats/log/readLog';
import { ProblemList, UnusableInput, type Problem } from '@/formats/problem';
import { collectChannels } from './collectChannels';
import { describeText } from './describeLog';
import { channelOf, lastWindow, metered } from './makeRawRun';
import { USUAL_TARGET } from './rawRunsSchema';

/** A log as it was joined (FORMATS, `cut`). */
export interface CutLog {
  file: string;
  rows: number;
  /** Usual time between two rows, s; null where it has no clock. */
  stepS: number | null;
  /** What is added to its own clock. */
  shiftS: number;
  /** The share of its steps that then fall on one of the others; null where nothing tells. */
  shiftFits: number | null;
}

/** A piece of the evening, in seconds from the first row of the log with the die. */
export interface CutPiece {
  fromS: number;
  toS: number;
  loadW: number | null;
  setting: string;
  rpm: number | null;
  noiseDb: number | null;
  floorDb: number | null;
  riseK: number | null;
  state: 'settled' | 'unsettled' | 'short' | 'idle';
}

/** A piece that can be a run, with its channels. */
export interface CutRun {
  piece: CutPiece;
  channels: Channel[];
  /** Where it begins by the clock of the log with the die, s: of a clock with a date since 1970. */
  clockS: number;
}

export interface CutEvening {
  logs: CutLog[];
  pieces: CutPiece[];
  problems: Problem[];
  runs: CutRun[];
}

const rounded = (value: number | null, decimals: number) =>
  value === null ? null : Number(value.toFixed(decimals));
const typed = (text: string) => (text.trim() === '' ? null : Number(text));

/** What a piece came to by steps 1 to 4, or why it has no number. */
function reduced(channels: readonly Channel[], loadW: number | null): Outcome<Reduction> {
  if (!channelOf(channels, 'ambient_c')) return unknown('no log has the room here');
  if (loadW === null) return unknown('no log has the power here');
  const { limitC, windowS } = USUAL_TARGET;
  return reduceTrace(toTrace({ channels: [...channels] }), { loadW, program: false, limitC, windowS });
}

function stateOf(piece: Piece, reduction: Outcome<Reduction>): CutPiece['state'] {
  if (piece.toS - piece.fromS < LEAST_RUN_S) return 'short';
  if (!piece.use) return 'idle';
  if (!reduction.known) return 'unsettled';
  if (reduction.value.tooShort) return 'short';
  return reduction.value.settled ? 'settled' : 'unsettled';
}

/** A piece as it is told, from `beginS` on, and why it has no number where it should have one. */
function cutPiece(
  piece: Piece,
  channels: readonly Channel[],
  { beginS, rpm }: { beginS: number; rpm: number | null },
): { told: CutPiece; missing: string } {
  const loadW = typed(piece.loadW);
  const reduction = piece.use ? reduced(channels, loadW) : unknown('nothing was loaded');
  const state = stateOf(piece, reduction);
  const isRun = state === 'settled' || state === 'unsettled';
  const read = metered(
    channels,
    reduction.known ? reduction.value.window : lastWindow(channels, USUAL_TARGET.windowS),
  );
  return {
    told: {
      fromS: rounded(piece.fromS - beginS, 3)!,
      toS: rounded(piece.toS - beginS, 3)!,
      loadW,
      setting: piece.setting,
      rpm: rounded(rpm, 1),
      noiseDb: read?.noiseDb ?? null,
      floorDb: typed(piece.floorDb),
      riseK: isRun && reduction.known ? rounded(reduction.value.riseK, 3) : null,
      state,
    },
    missing: isRun && !reduction.known ? reduction.reason : '',
  };
}

/**
 * Joins the raw logs of one evening and cuts it into pieces, as the page of raw logs does before anybody moves anything.
 * @throws UnusableInput where a log cannot be read, or none has the die
 */
export async function cutEvening(files: readonly { path: string; open: OpenLog }[]): Promise<CutEvening> {
  const logs: BroughtLog[] = [];
  const problems = new ProblemList();
  for (const [fileId, { path, open }] of files.entries()) {
    const { described } = await describeText(open, path, new Map());
    logs.push({ fileId, path, ...described });
    for (const problem of described.problems) problems.push({ file: path, ...problem });
  }
  const { offsetsS, shifts, series, pieces } = joinEvening(logs);
  const die = logs.findIndex(hasDie);
  const firstS = logs[die]?.firstS ?? null;
  if (firstS === null)
    throw new UnusableInput({
      file: files[die === -1 ? 0 : die]!.path,
      message: die === -1 ? 'no log has the temperature of the die' : 'the log with the die has no clock',
    });
  shifts.forEach((shift, i) => {
    if (shift && !shift.isSure)
      problems.push({
        file: files[i]!.path,
        message: `moved by ${shift.offsetS} s only ${shift.matched} of its ${shift.steps} steps would meet another: its clock is left`,
      });
  });
  const { channels } = await collectChannels(
    files.map(({ path, open }, i) => ({ path, open, offsetS: offsetsS[i]! })),
    pieces,
    new Map(),
  );
  const beginS = firstS + offsetsS[die]!;
  const fans = seriesOf(series, 'fan_speed');
  const cut = pieces.map((piece, i) =>
    cutPiece(piece, channels[i]!, { beginS, rpm: meanWithin(fans, piece.fromS, piece.toS) }),
  );
  for (const { told, missing } of cut)
    if (missing)
      problems.push({ file: files[die]!.path, message: `from ${Math.round(told.fromS)} s on: ${missing}` });
  const fits = clockFits(logs, offsetsS);
  return {
    logs: logs.map(({ path, samples, durationS }, i) => ({
      file: path,
      rows: samples,
      stepS: durationS !== null && samples > 1 ? rounded(durationS / (samples - 1), 3) : null,
      shiftS: rounded(offsetsS[i]! - offsetsS[die]!, 3)!,
      shiftFits: rounded(fits[i]!, 3),
    })),
    pieces: cut.map(({ told }) => told),
    problems: problems.list(),
    runs: cut.flatMap(({ told }, i) =>
      told.riseK === null ? [] : [{ piece: told, channels: channels[i]!, clockS: pieces[i]!.fromS }],
    ),
  };
}
