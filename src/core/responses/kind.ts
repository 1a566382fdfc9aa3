import type { Outcome } from '../outcome';
import type { MeasuredRun } from './measuredRun';
import type { Response, Source } from './responses';
import type { RunValue } from './runValue';

/** What a figure stands on that a reader has to know beside the response. */
export interface FigureBasis {
  /** Length of the settled window, s. */
  windowS: number;
  /** At a named program, which keeps the watts that it drew. */
  program: boolean;
  /** Where spot readings were taken; empty where there are none. */
  place: string;
}

/** How responses of one source are had from a run, and what their figures are in words. */
export interface Kind<From extends Source['from']> {
  /** What a run came to, or why it has none; `place` is where spot readings were taken. */
  valueOf: (run: MeasuredRun, source: SourceOf<From>, place: string | null) => Outcome<RunValue>;
  /** What each figure is, as it goes on after “Each figure is”. */
  figure: (response: Response & { source: SourceOf<From> }, basis: FigureBasis) => string;
}

export type SourceOf<From extends Source['from']> = Extract<Source, { from: From }>;

/** Where a settled mean stands, in words. */
export const inWindow = ({ windowS }: FigureBasis): string =>
  `in the last ${Math.round(windowS / 60)} min of a settled soak`;
