import { clockFits, joinEvening, LEAST_RUN_S, type BroughtLog, type Piece } from '@/core/joining/evening';
import { meanWithin, seriesOf } from '@/core/joining/placedSeries';
import { unknown, type Outcome } from '@/core/outcome';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { isTooShort } from '@/core/settling/settledWindow';
import { toTrace, type Channel } from '@/formats/bundle/tables/traceTable';
import type { OpenLog } from '@/formats/log/readLog';
import { ProblemList, UnusableInput, type Problem } from '@/formats/problem';
import { collectChannels } from './collectChannels';
import { describeText } from './describeLog';
import { channelOf, metered } from './makeRawRun';

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
  /** When it began, by the clock of the log with the die; null where that is no date. */
  startedAt: Date | null;
}

export interface CutEvening {
  logs: CutLog[];
  pieces: CutPiece[];
  problems: Problem[];
  runs: CutRun[];
}

/** Where nobody has said otherwise (FORMATS, the method's defaults). */
export const CUT_RULE = { limitC: 90, windowS: 300 };
/** A clock from here on is one of dates, s since 1970. */
const DATES_FROM_S = 1e8;

const rounded = (value: number | null, decimals: number) =>
  value === null ? null : Number(value.toFixed(decimals));
const typed = (text: string) => (text.trim() === '' ? null : Number(text));

/** What a piece came to by steps 1 to 4, or why it has no number. */
function reduced(channels: readonly Channel[], loadW: number | null): Outcome<Reduction> {
  if (!channelOf(channels, 'ambient_c')) return unknown('no log has the room here');
  if (loadW === null) return unknown('no log has the power here');
  return reduceTrace(toTrace({ channels: [...channels] }), { loadW, program: false, ...CUT_RULE });
}

function stateOf(piece: Piece, reduction: Outcome<Reduction>): CutPiece['state'] {
  if (piece.toS - piece.fromS < LEAST_RUN_S) return 'short';
  if (!piece.use) return 'idle';
  if (!reduction.known) return 'unsettled';
  if (isTooShort(reduction.value.unsettledReason)) return 'short';
  return reduction.value.settled ? 'settled' : 'unsettled';
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
  const { offsetsS, series, pieces } = joinEvening(logs);
  const die = logs.findIndex(({ columns }) => columns.some(({ quantity }) => quantity === 'cpu_temperature'));
  const firstS = logs[die]?.firstS ?? null;
  if (firstS === null)
    throw new UnusableInput({
      file: files[die === -1 ? 0 : die]!.path,
      message: die === -1 ? 'no log has the temperature of the die' : 'the log with the die has no clock',
    });
  const beginS = firstS + offsetsS[die]!;
  const { channels } = await collectChannels(
    files.map(({ path, open }, i) => ({ path, open, offsetS: offsetsS[i]! })),
    pieces,
    new Map(),
  );
  const fans = seriesOf(series, 'fan_speed');
  const runs: CutRun[] = [];
  const cut = pieces.map((piece, i): CutPiece => {
    const own = channels[i]!;
    const loadW = typed(piece.loadW);
    const reduction = piece.use ? reduced(own, loadW) : unknown('nothing was loaded');
    const state = stateOf(piece, reduction);
    const isRun = state === 'settled' || state === 'unsettled';
    const fromS = piece.fromS - beginS;
    if (isRun && !reduction.known)
      problems.push({
        file: files[die]!.path,
        message: `from ${Math.round(fromS)} s on: ${reduction.reason}`,
      });
    const whole = {
      startS: Math.max(0, piece.toS - piece.fromS - CUT_RULE.windowS),
      endS: piece.toS - piece.fromS,
    };
    const read = metered(own, reduction.known ? reduction.value.window : whole);
    const made: CutPiece = {
      fromS: rounded(fromS, 3)!,
      toS: rounded(piece.toS - beginS, 3)!,
      loadW,
      setting: piece.setting,
      rpm: rounded(meanWithin(fans, piece.fromS, piece.toS), 1),
      noiseDb: read?.noiseDb ?? null,
      floorDb: typed(piece.floorDb),
      riseK: isRun && reduction.known ? rounded(reduction.value.riseK, 3) : null,
      state,
    };
    if (isRun && reduction.known)
      runs.push({
        piece: made,
        channels: own,
        startedAt: piece.fromS > DATES_FROM_S ? new Date(piece.fromS * 1000) : null,
      });
    return made;
  });
  const fits = clockFits(logs, offsetsS);
  return {
    logs: logs.map(({ path, samples, durationS }, i) => ({
      file: path,
      rows: samples,
      stepS: durationS !== null && samples > 1 ? rounded(durationS / (samples - 1), 3) : null,
      shiftS: rounded(offsetsS[i]!, 3)!,
      shiftFits: rounded(fits[i] ?? null, 3),
    })),
    pieces: cut,
    problems: problems.list(),
    runs,
  };
}
