import type { Outcome } from '../outcome';
import type { FigureBasis, Kind } from './kind';
import { CLOCK } from './kinds/clock';
import { DIE } from './kinds/die';
import { LEVEL, LOUDNESS } from './kinds/heard';
import { BURST, LIMIT_TIME, STEADY_TIME } from './kinds/heatingUp';
import { READING } from './kinds/reading';
import { SCORE } from './kinds/score';
import { SENSOR } from './kinds/sensor';
import type { MeasuredRun } from './measuredRun';
import type { Response, Source } from './responses';
import type { RunValue } from './runValue';

/** A kind by where its values come from. Apart from the registry: pages carry that to the browser, which measures nothing. */
const KINDS: { [From in Source['from']]: Kind<From> } = {
  die: DIE,
  sensor: SENSOR,
  clock: CLOCK,
  score: SCORE,
  reading: READING,
  level: LEVEL,
  loudness: LOUDNESS,
  'steady-time': STEADY_TIME,
  burst: BURST,
  'limit-time': LIMIT_TIME,
};

/** The kind of any source: that both are of one is known by the table above. */
const kindOf = ({ from }: Source) => KINDS[from] as Kind<Source['from']>;

/**
 * The value of a run for a response (FORMATS, Beyond the die), or why it has none. `place` is where spot readings of
 * that response were taken.
 *
 * Example: Of a run whose log holds `gpu_c`, for ‘gpu-rise’: the mean over the room; for ‘clock’ without a clock: ‘no
 * reading of it’.
 */
export function valueOfRun(run: MeasuredRun, { source }: Response, place: string | null): Outcome<RunValue> {
  return kindOf(source).valueOf(run, source, place);
}

/**
 * What each figure of a response is, in one sentence for readers.
 *
 * figureSentence of the clock, over a window of 300 s, begins “Each figure is the mean clock in the last 5 min of a
 * settled soak”.
 */
export function figureSentence(response: Response, basis: FigureBasis): string {
  const figure = kindOf(response.source).figure(response, basis);
  return `Each figure is ${figure}; between fan settings it is interpolated, never beyond them.`;
}
