import { coolerLevel } from '../levels/coolerLevel';
import { mean } from '../statistics/mean';
import {
  enter,
  stop,
  type BenchCommand,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
  type BenchStep,
} from './benchState';
import { benchGuard } from './guard';
import { meterReading } from './meterReading';
import { noiseTrim } from './noiseTrim';
import { settingKind } from './settingDuty';
import { settlingGauge } from './settlingGauge';

/** After a change of duty the fan and the meter need so long, s; then the meter is read for so long. */
const TRIM_WAIT_S = 15;
const TRIM_READ_S = 10;
/** A mean over this tells the room alone, s. */
const FLOOR_WAIT_S = 10;

const present = (samples: readonly BenchSample[], name: 'levelDb' | 'fanRpm') =>
  samples.map((of) => of[name]).filter((of) => !Number.isNaN(of));
const since = (samples: readonly BenchSample[], fromS: number) => samples.filter((of) => of.atS >= fromS);

/** Takes the next point in hand: its load and its duty, or the way to it. */
function takePoint(state: BenchState, at: number, nowS: number, lead: string): BenchState {
  const point = state.points[at];
  if (!point) {
    const off = { ...state, at, loadW: 0, loadOnS: null, dutyPct: 100, gauge: null };
    return enter(off, 'cool-down', nowS, `${lead}All points of this mount are measured; the load is off.`);
  }
  const kind = settingKind(point.setting);
  const loadOnS = point.loadW === 0 ? null : state.loadW > 0 ? state.loadOnS : nowS;
  const next = { ...state, at, loadW: point.loadW, loadOnS, overruled: '', note: '', trim: [], gauge: null, soakFromS: nowS };
  if (kind.kind === 'line') {
    const step = noiseTrim([], kind.lineDb);
    return enter({ ...next, dutyPct: step.next === 'try' ? step.dutyPct : 100 }, 'trim', nowS, `${lead}Looking for the duty at ${point.setting}.`);
  }
  const dutyPct = kind.kind === 'duty' ? kind.dutyPct : null;
  return enter({ ...next, dutyPct }, 'soak', nowS, `${lead}Soaking at ${point.load}, fans ${point.setting}.`);
} // prettier-ignore

function stepFloor(state: BenchState, samples: readonly BenchSample[], nowS: number, rule: BenchRule): BenchState {
  if (nowS - state.sinceS < FLOOR_WAIT_S + rule.readingS) return state;
  const levels = present(since(samples, state.sinceS + FLOOR_WAIT_S), 'levelDb');
  if (levels.length < 5) return { ...state, said: 'The meter gives nothing: is it on?' };
  const reading = meterReading(levels);
  if (!reading.usable) return enter(state, 'floor', nowS, 'Too much noise outside: the room is read again.');
  const floorDb = Number(reading.levelDb.toFixed(2));
  const first = state.points[0]!;
  const warm = { ...state, floorDb, loadW: first.loadW, loadOnS: first.loadW > 0 ? nowS : null, dutyPct: 100 };
  return enter(warm, 'warm-up', nowS, `The room alone stands at ${floorDb.toFixed(1)} dB(A). Warming up.`);
} // prettier-ignore

function stepTrim(state: BenchState, samples: readonly BenchSample[], nowS: number): BenchState {
  if (nowS - state.sinceS < TRIM_WAIT_S + TRIM_READ_S) return state;
  const read = since(samples, state.sinceS + TRIM_WAIT_S);
  const levels = present(read, 'levelDb');
  if (levels.length < 5) return { ...state, said: 'The meter gives nothing: is it on?' };
  const point = state.points[state.at]!;
  const kind = settingKind(point.setting);
  const lineDb = kind.kind === 'line' ? kind.lineDb : 0;
  const level = coolerLevel(meterReading(levels).levelDb, state.floorDb!);
  const speeds = present(read, 'fanRpm');
  const rpm = speeds.length > 0 ? mean(speeds) : 0;
  const reading = { dutyPct: state.dutyPct ?? 0, rpm: rpm < 30 ? 0 : rpm, levelDb: level.levelDb, atFloor: level.standing === 'at-floor' };
  const trim = [...state.trim, reading];
  const step = noiseTrim(trim, lineDb);
  if (step.next === 'try')
    return enter({ ...state, trim, dutyPct: step.dutyPct }, 'trim', nowS, `${reading.dutyPct} % gives ${reading.levelDb.toFixed(1)} dB(A); trying ${step.dutyPct} %.`);
  if (step.next === 'on-line')
    return enter({ ...state, trim, dutyPct: step.dutyPct, soakFromS: nowS }, 'soak', nowS, `On the line at ${step.dutyPct} %: ${step.levelDb.toFixed(1)} dB(A). Soaking.`);
  if (step.next === 'bracketed') {
    const around = [step.upperPct, step.lowerPct].map((duty) => ({ ...point, setting: `${duty} %` }));
    const points = [...state.points.slice(0, state.at), ...around, ...state.points.slice(state.at + 1)];
    return takePoint({ ...state, points }, state.at, nowS, `The line lies between ${step.lowerPct} and ${step.upperPct} %: both are measured. `);
  }
  return takePoint(state, state.at + 1, nowS, `${point.setting} cannot be reached: ${step.message}. `);
} // prettier-ignore

function stepSoak(state: BenchState, samples: readonly BenchSample[], nowS: number, rule: BenchRule): BenchState {
  const soak = since(samples, state.soakFromS).filter((of) => !Number.isNaN(of.dieC) && !Number.isNaN(of.roomC));
  const gauge = settlingGauge(
    soak.map((of) => of.atS - state.soakFromS),
    soak.map((of) => of.dieC - of.roomC),
    soak.map((of) => of.roomC),
    rule.windowS,
  );
  const now = { ...state, gauge };
  if (gauge.settled) return enter(now, 'reading', nowS, 'Settled. Reading the meter.');
  if (nowS - state.soakFromS > rule.longestSoakS)
    return enter(now, 'reading', nowS, `Not settled after ${Math.round(rule.longestSoakS / 60)} min: read as it is.`);
  return now;
} // prettier-ignore

function stepReading(state: BenchState, samples: readonly BenchSample[], nowS: number, rule: BenchRule): BenchStep {
  if (nowS - state.sinceS < rule.readingS) return { state, run: null };
  const read = since(samples, state.sinceS);
  const levels = present(read, 'levelDb');
  if (levels.length < 5) return { state: { ...state, said: 'The meter gives nothing: is it on?' }, run: null };
  const reading = meterReading(levels);
  if (!reading.usable)
    return { state: enter(state, 'reading', nowS, 'Too much noise outside: the meter is read again.'), run: null };
  const leftOut = reading.leftOut.filter(Boolean).length;
  const speeds = present(read, 'fanRpm');
  const notes = [
    state.note,
    state.overruled && `called settled over the rule: ${state.overruled}`,
    leftOut > 0 && `${leftOut} of ${levels.length} levels left out as bursts; with them ${reading.rawDb.toFixed(1)} dB(A)`,
  ];
  const point = state.points[state.at]!;
  const run: BenchRun = {
    point,
    fromS: state.soakFromS,
    toS: nowS,
    noiseDb: Number(reading.levelDb.toFixed(2)),
    floorDb: state.floorDb!,
    dutyPct: state.dutyPct,
    rpm: speeds.length > 0 ? Math.round(mean(speeds)) : 0,
    note: notes.filter(Boolean).join('; '),
    failed: '',
  };
  const taken = { ...state, finished: state.finished + 1 };
  return { state: takePoint(taken, state.at + 1, nowS, `${reading.levelDb.toFixed(1)} dB(A). `), run };
} // prettier-ignore

/** The guard's verdict as a run: “failed after 18 s” is a result and is kept. */
function failedRun(state: BenchState, samples: readonly BenchSample[], nowS: number, why: string): BenchRun {
  const afterS = Math.round(nowS - (state.loadOnS ?? nowS));
  const levels = present(since(samples, nowS - 10), 'levelDb');
  return {
    point: state.points[state.at] ?? state.points[0]!,
    fromS: state.loadOnS ?? state.soakFromS,
    toS: nowS,
    noiseDb: levels.length > 0 ? Number(mean(levels).toFixed(2)) : state.floorDb!,
    floorDb: state.floorDb!,
    dutyPct: state.dutyPct,
    rpm: Math.round(samples[samples.length - 1]?.fanRpm || 0),
    note: `failed after ${afterS} s: ${why}`,
    failed: `failed after ${afterS} s: ${why}`,
  };
} // prettier-ignore

function obey(state: BenchState, command: BenchCommand, nowS: number): BenchState {
  switch (command.do) {
    case 'confirm':
      if (state.phase === 'mount')
        return enter({ ...state, dutyPct: 0 }, 'floor', nowS, 'Fans off: the room alone is read. Keep still.');
      if (state.phase === 'cool-down') return enter(state, 'done', nowS, 'This mount is done.');
      return state;
    case 'overrule':
      if (state.phase !== 'soak') return state;
      return enter({ ...state, overruled: command.reason }, 'reading', nowS, 'Called settled. Reading the meter.');
    case 'abort':
      return state.phase === 'done' || state.phase === 'stopped' ? state : stop(state, nowS, `Stopped: ${command.reason || 'by hand'}. The load is off.`);
    case 'note':
      return { ...state, note: [state.note, command.text].filter(Boolean).join('; ') };
  }
} // prettier-ignore

/**
 * One step of a mount at the bench: from its state, the samples since its setting began (ascending), the commands that
 * came in, and the clock. What the rig is to do stands in the new state: `loadW` and `dutyPct`. Pure: the same samples
 * make the same mount.
 */
export function benchStep(
  before: BenchState,
  samples: readonly BenchSample[],
  commands: readonly BenchCommand[],
  nowS: number,
  rule: BenchRule,
): BenchStep {
  let state = before;
  for (const command of commands) state = obey(state, command, nowS);
  if (state.loadOnS !== null) {
    const loaded = since(samples, state.loadOnS).filter((of) => !Number.isNaN(of.dieC));
    const danger = benchGuard(loaded, rule.limitC);
    if (danger) {
      const run = failedRun(state, samples, nowS, danger);
      return { state: stop(state, nowS, `${danger}. The load is off; let it cool, then mount again.`), run };
    }
  }
  switch (state.phase) {
    case 'floor':
      return { state: stepFloor(state, samples, nowS, rule), run: null };
    case 'warm-up':
      if (nowS - state.sinceS < rule.warmUpS) return { state, run: null };
      return { state: takePoint(state, 0, nowS, ''), run: null };
    case 'trim':
      return { state: stepTrim(state, samples, nowS), run: null };
    case 'soak':
      return { state: stepSoak(state, samples, nowS, rule), run: null };
    case 'reading':
      return stepReading(state, samples, nowS, rule);
    default:
      return { state, run: null };
  }
}
