import { loadLabel } from '../../runs/load';
import { enter, isByAirAlone, LOAD_OFF, type BenchState, type SkippedPoint } from '../benchState';
import { noiseTrim } from '../noiseTrim';
import { settingKind } from '../settingDuty';

/**
 * Takes a point in hand: its load and its duty, or the search for the duty; with none left, the load comes off.
 *
 * Example: Point 0 at ‘56 %’: its load goes on and its fans to 56 %; past the last point the load comes off.
 */
export function takePoint(state: BenchState, at: number, nowS: number, lead: string): BenchState {
  const point = state.points[at];
  if (!point) {
    const measured =
      state.finished === 1 ? 'One run is in the logbook' : `${state.finished} runs are in the logbook`;
    // Without heat there is nothing to cool.
    if (isByAirAlone(state))
      return enter({ ...state, ...LOAD_OFF, dutyPct: 0, at }, 'done', nowS, `${lead}${measured}.`);
    return enter(
      { ...state, ...LOAD_OFF, at },
      'cool-down',
      nowS,
      `${lead}${measured}; the load is off. Let it cool.`,
    );
  }
  const { loadW, gpuLoadW, setting } = point;
  const loadOnS = loadW + gpuLoadW === 0 ? null : (state.loadOnS ?? nowS);
  const next = {
    ...state,
    at,
    loadW,
    gpuLoadW,
    loadOnS,
    apart: [],
    overruled: '',
    trim: [],
    gauge: null,
    steadySinceS: null,
    soakFromS: nowS,
  };
  const kind = settingKind(setting);
  if (kind.kind === 'line') {
    const step = noiseTrim([], kind.lineDb);
    const dutyPct = step.next === 'try' ? step.dutyPct : 100;
    return enter({ ...next, dutyPct }, 'trim', nowS, `${lead}Looking for the duty at ${setting}.`);
  }
  const soaking = isByAirAlone(state)
    ? `${lead}Fans to ${setting}.`
    : `${lead}Soaking at ${loadLabel(point)}, fans ${setting}.`;
  if (kind.kind === 'automatic') return enter({ ...next, dutyPct: null }, 'soak', nowS, soaking);
  if (kind.kind === 'duty')
    return enter({ ...next, dutyPct: kind.dutyPct, apart: kind.apart }, 'soak', nowS, soaking);
  return skipPoint(next, nowS, `“${setting}” is no duty, level or “automatic”`);
}

/**
 * The point in hand is not measured, for a reason that is kept; the next one is taken.
 *
 * Example: A point whose line no duty reaches is left out with that reason, and the next one begins.
 */
export function skipPoint(state: BenchState, nowS: number, why: string): BenchState {
  const point = state.points[state.at]!;
  const skipped: SkippedPoint[] = [...state.skipped, { ...point, why }];
  return takePoint({ ...state, skipped }, state.at + 1, nowS, `${point.setting} left out: ${why}. `);
}
