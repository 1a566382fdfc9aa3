import { known, unknown, type Outcome } from '../outcome';
import { loadStretch } from '../settling/loadStretch';
import { settledWindow, type Window } from '../settling/settledWindow';
import type { Trace } from './trace';

/** The samples of a window moved by hand. */
function windowBetween(
  timeS: Float64Array,
  { startS, endS }: { startS: number; endS: number },
): Outcome<Window> {
  let first = 0;
  while (first < timeS.length && timeS[first]! < startS) first += 1;
  let last = timeS.length - 1;
  while (last >= 0 && timeS[last]! > endS) last -= 1;
  if (last - first < 2) return unknown('fewer than three readings in the moved window');
  return known({ first, last, startS: timeS[first]!, endS: timeS[last]! });
}

/** What of a rule of reduction says where a run counts. */
export interface SpanRule {
  /** Nominal heat load, W; 0 is idle. */
  loadW: number;
  limitC: number;
  windowS: number;
  /** A window moved by hand, s in the trace's clock: stands in for the automatic one. */
  movedWindow?: { startS: number; endS: number } | undefined;
}

/** Where a run counts: its settled window, and the stretch before it that the settling is judged by. */
export interface Span {
  window: Window;
  /** Why the window is none to stand on; empty where it is. */
  tooShort: string;
  /** First sample of the stretch with the load on, and the one behind the last of the window. */
  from: number;
  end: number;
}

/**
 * The window moved by hand, or the automatic one at the end of the load (FORMATS step 1). Not computable where the load
 * never came on, or fewer than three readings lie in the moved window.
 *
 * Example: The last 300 s before the power falls, where 420 s were logged with the load on.
 */
export function countingSpan(trace: Trace, { loadW, limitC, windowS, movedWindow }: SpanRule): Outcome<Span> {
  const stretch = loadStretch(trace, loadW, limitC);
  if (!stretch.known) return stretch;
  const { timeS } = trace;
  if (movedWindow) {
    const moved = windowBetween(timeS, movedWindow);
    if (!moved.known) return moved;
    // By hand a window may lie anywhere; the automatic one ends with the load.
    const from = Math.min(stretch.value.first, moved.value.first);
    return known({ window: moved.value, tooShort: '', from, end: moved.value.last + 1 });
  }
  const { first, last } = stretch.value;
  const settled = settledWindow(timeS, stretch.value, windowS);
  // A stretch shorter than the window still shows its numbers; it only supports no curve.
  const window = settled.known ? settled.value : { first, last, startS: timeS[first]!, endS: timeS[last]! };
  return known({ window, tooShort: settled.known ? '' : settled.reason, from: first, end: last + 1 });
}
