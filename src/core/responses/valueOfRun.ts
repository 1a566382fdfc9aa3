import type { Outcome } from '../outcome';
import { kindOf } from './kinds';
import type { MeasuredRun } from './measuredRun';
import type { Response } from './responses';
import type { RunValue } from './runValue';

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
