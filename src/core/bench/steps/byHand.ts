import { loadLabel } from '../../runs/load';
import { enter, isByAirAlone, LOAD_OFF, stop, type BenchPhase, type BenchState } from '../benchState';
import { skipPoint, takePoint } from './takePoint';

/** Steps that end by themselves: what can be paused. The others wait for hands as they are. */
const GOES_ON: readonly BenchPhase[] = [
  ...(['floor', 'warm-up', 'trim', 'soak', 'reading', 'probe', 'probe-reading'] as const),
];
/** Before the first setting is on. */
const BEFORE: readonly BenchPhase[] = ['mount', 'floor', 'warm-up'];

/**
 * Notes of one run, one after the other.
 *
 * @example joined('a lorry', 'the door') → 'a lorry; the door'
 */
export const joined = (note: string, more: string): string => [note, more].filter(Boolean).join('; ');

/**
 * Leaves the point in hand out, whatever the step, with its reason. Before the load is on the next point becomes the first; without one
 * the mount ends.
 *
 * Example: In the soak of the first of two settings: that of the second begins.
 */
export function skipInHand(state: BenchState, nowS: number, reason: string): BenchState {
  const point = state.points[state.at];
  const why = `skipped: ${reason}`;
  if (!point || state.phase === 'cool-down' || state.phase === 'done' || state.phase === 'stopped')
    return state;
  const probe = state.probe && { ...state.probe, at: 0, readings: [], waiting: null };
  const cleared = { ...state, note: '', ...(probe ? { probe } : {}) };
  if (!BEFORE.includes(state.phase) && state.phase !== 'paused') return skipPoint(cleared, nowS, why);
  const skipped = [...state.skipped, { ...point, why }];
  const at = state.at + 1;
  const next = state.points[at];
  const left = { ...state, skipped, at };
  if (!next) return stop(left, nowS, 'Every setting of this mount was skipped. The load is off.');
  if (state.phase === 'warm-up')
    return { ...left, loadW: next.loadW, gpuLoadW: next.gpuLoadW, said: `${point.setting} is left out.` };
  return { ...left, said: `${point.setting} is left out; ${loadLabel(next)}, ${next.setting} comes first.` };
}

/**
 * The load off and the step in hand kept, until somebody goes on. What waits for hands already is not paused.
 *
 * Example: In a soak at 170 W: ‘paused’, at 0 W, with the soak to begin again.
 */
export function paused(state: BenchState, nowS: number, reason: string): BenchState {
  if (!GOES_ON.includes(state.phase)) return state;
  const off = { ...state, ...LOAD_OFF, paused: { phase: state.phase, reason } };
  const dutyPct = isByAirAlone(state) || state.phase === 'floor' ? 0 : LOAD_OFF.dutyPct;
  return enter(
    { ...off, dutyPct },
    'paused',
    nowS,
    `Paused: ${reason}. ${isByAirAlone(state) ? 'The fans are off.' : 'The load is off.'}`,
  );
}

/**
 * On from where it was paused: the room is read again, the warm-up or the setting begins again, since heat has gone meanwhile. The
 * pause goes with the run.
 *
 * Example: Paused for 12 minutes in a soak: a new soak, with ‘paused for 12 min: the door’ in the note.
 */
export function wentOn(state: BenchState, nowS: number): BenchState {
  const { paused: was, ...rest } = state;
  if (!was) return state;
  const minutes = Math.max(1, Math.round((nowS - state.sinceS) / 60));
  const note = joined(state.note, `paused for ${minutes} min: ${was.reason}`);
  const probe = state.probe && { ...state.probe, at: 0, readings: [], waiting: null };
  const again = { ...rest, note, trim: [], overruled: '', ...(probe ? { probe } : {}) };
  if (was.phase === 'floor')
    return enter(
      { ...again, dutyPct: 0, apart: [{ channel: 'pump', dutyPct: 0 }] },
      'floor',
      nowS,
      'Fans off: the room alone is read again. Keep still.',
    );
  const { loadW, gpuLoadW } = state.points[state.at]!;
  if (was.phase === 'warm-up') {
    const loadOnS = loadW + gpuLoadW > 0 ? nowS : null;
    return enter({ ...again, loadW, gpuLoadW, loadOnS, dutyPct: 100 }, 'warm-up', nowS, 'Warming up again.');
  }
  return takePoint(again, state.at, nowS, 'On again. ');
}
