import type { PowerPlace } from '../reduction/powerPlace';
import type { PartLimits } from './guard';
import type { PlannedPoint } from '../plan/mountings';
import type { SpotReading } from '../responses/spotReading';
import type { ProbePlace } from './probe';
import type { TrimReading } from './noiseTrim';
import type { FanApart } from './settingDuty';
import type { SettlingGauge } from './settlingGauge';

/** A planned reading that the bench was told to leave out, or had to. */
export interface SkippedPoint extends PlannedPoint {
  why: string;
}

export type BenchPhase =
  | 'mount'
  | 'floor'
  | 'warm-up'
  | 'trim'
  | 'soak'
  | 'reading'
  | 'probe'
  | 'probe-reading'
  | 'cool-down'
  | 'paused'
  | 'done'
  | 'stopped';

/** A sample of the rig, at the bench clock, s. NaN where an instrument gave nothing. */
export interface BenchSample {
  atS: number;
  /** The die was read within so much of it, s; the guard's alone, and not kept. */
  withinS?: number | undefined;
  dieC: number;
  roomC: number;
  powerW: number;
  fanRpm: number;
  levelDb: number;
  /** Further readings, by the names of trace columns: fan2_rpm, pump_rpm, gpu_c. */
  more?: Record<string, number> | undefined;
}

/** Where a mount at the bench stands; plain data, so that it outlives the process that moves it. */
export interface BenchState {
  entry: string;
  name: string;
  mount: number;
  isControl: boolean;
  points: PlannedPoint[];
  /** Index of the point in hand. */
  at: number;
  phase: BenchPhase;
  /** Bench clock at which the phase began, s, and at which the setting in hand began. */
  sinceS: number;
  soakFromS: number;
  /** When the load came on; null while it is off. */
  loadOnS: number | null;
  loadW: number;
  gpuLoadW: number;
  /** Null under the board's automatic control. */
  dutyPct: number | null;
  /** Fans and pump that are set apart from it. */
  apart?: FanApart[] | undefined;
  floorDb: number | null;
  trim: TrimReading[];
  /** Why a soak was called settled over the rule; empty where it was not. */
  overruled: string;
  note: string;
  /** What was under way when it was paused, and why. */
  paused?: { phase: BenchPhase; reason: string } | undefined;
  finished: number;
  /** Points that will not be measured at this mount, and why. */
  skipped: SkippedPoint[];
  /** The guard has spoken: it is sounded. */
  alarm: boolean;
  /** What was said last, for the reviewer. */
  said: string;
  gauge: SettlingGauge | null;
  /** Bench clock at which the gauge was taken, s. */
  gaugedS: number;
  /** Since when the rule has held without a break, s; null while it does not. */
  steadySinceS: number | null;
  /** Where each setting is read after the meter, if anywhere. */
  probe?: ProbeInHand;
}

/** The places of a mount, the one in hand, what was read of the setting so far, and its run, which waits for the rest. */
export interface ProbeInHand {
  places: ProbePlace[];
  at: number;
  readings: SpotReading[];
  waiting: BenchRun | null;
  /** Something of the round-up is heated: a mount of its idle points alone is no test by air. */
  underHeat?: boolean;
}

export interface BenchRule extends PartLimits {
  windowS: number;
  limitC: number;
  /** What the power meter sees; the die where nothing is said. */
  powerAt?: PowerPlace | undefined;
  warmUpS: number;
  readingS: number;
  /** A soak that has not settled by then is ended as it is, s. */
  longestSoakS: number;
  /** Nothing is heated: no soak is waited for, only that the fans turn steadily. */
  airOnly?: boolean;
  /** Each reading is recorded by the microphone, too. */
  recordsSound?: boolean;
}

export type BenchCommand =
  | { do: 'confirm' }
  /** For the point in hand when it was asked for; counted from 0. */
  | { do: 'overrule'; reason: string; at: number }
  | { do: 'abort'; reason: string }
  /** The point in hand is left out, with its reason. */
  | { do: 'skip'; reason: string; at: number }
  /** The load comes off until somebody goes on. */
  | { do: 'pause'; reason: string }
  /** For what was on the bench when it was written: the point in hand then. */
  | { do: 'note'; text: string; at?: number | undefined };

/** A run that has ended, as the lab takes it. Its trace is what was sampled from `fromS` to `toS`. */
export interface BenchRun {
  point: PlannedPoint;
  fromS: number;
  toS: number;
  noiseDb: number;
  floorDb: number;
  dutyPct: number | null;
  rpm: number;
  note: string;
  /** Why it is no measurement, where the guard ended it. */
  failed: string;
  /** What was read of it at places. */
  readings?: SpotReading[];
}

export interface BenchStep {
  state: BenchState;
  run: BenchRun | null;
  /** Notes for the run that ended last: its setting was over when they came. */
  late?: string[];
}

/**
 * Example: A mount begun at 20:00 stands in the phase that waits for the cooler, with no run.
 */
export function beginMount(mount: {
  entry: string;
  name: string;
  mount: number;
  isControl: boolean;
  points: PlannedPoint[];
  places?: ProbePlace[];
  underHeat?: boolean;
  nowS: number;
}): BenchState {
  const { nowS, places = [], underHeat = false, ...mounting } = mount;
  return {
    ...mounting,
    at: 0,
    phase: 'mount',
    sinceS: nowS,
    soakFromS: nowS,
    loadOnS: null,
    loadW: 0,
    gpuLoadW: 0,
    dutyPct: 0,
    floorDb: null,
    trim: [],
    overruled: '',
    note: '',
    finished: 0,
    skipped: [],
    alarm: false,
    said:
      places.length > 0 && !underHeat
        ? `Supply off; put up ${mount.name}, hands and cables clear of the fans, then confirm.`
        : 'Supply off and unplugged; mount the cooler, then confirm.',
    gauge: null,
    gaugedS: nowS,
    steadySinceS: null,
    ...(places.length > 0 ? { probe: { places, at: 0, readings: [], waiting: null, underHeat } } : {}),
  };
}

/**
 * Whether a mount is read by its air alone, at places and without heat.
 *
 * @example isByAirAlone({}) → false
 */
export function isByAirAlone({ probe }: Pick<BenchState, 'probe'>): boolean {
  return probe !== undefined && !probe.underHeat;
}

/**
 * The same mount in another phase.
 *
 * @example enter({ phase: 'soak' }, 'reading', 60, 'reading the meter') → { phase: 'reading', sinceS: 60, said:
 * 'reading the meter' }
 */
export function enter(state: BenchState, phase: BenchPhase, nowS: number, said: string): BenchState {
  return { ...state, phase, sinceS: nowS, said };
}

/** No load, and the fans at full. */
export const LOAD_OFF = {
  ...{ loadW: 0, gpuLoadW: 0, loadOnS: null, dutyPct: 100, gauge: null },
  apart: [] as FanApart[],
};

/**
 * Stopped, with the load off; `alarm` where the guard has done it.
 *
 * Example: A bench stopped by the guard has its load at 0 W and `alarm` true.
 */
export function stop(state: BenchState, nowS: number, said: string, alarm = false): BenchState {
  return { ...enter(state, 'stopped', nowS, said), ...LOAD_OFF, alarm };
}

/**
 * @example hasEnded({ phase: 'done' }) → true
 */
export function hasEnded(state: BenchState): boolean {
  return state.phase === 'done' || state.phase === 'stopped';
}

/**
 * After a gap in which the load was taken off, a soak begins again: what it was is no soak any more.
 *
 * Example: A soak of 20 minutes before a gap of 10 with the load off begins at nought again.
 */
export function afterGap(state: BenchState, gapS: number, nowS: number, loadStayed: boolean): BenchState {
  const said = `A gap of ${Math.round(gapS)} s in the samples`;
  if (loadStayed || state.loadW + state.gpuLoadW === 0)
    return { ...state, said: `${said}; the run goes on.` };
  const began = { ...state, loadOnS: nowS, soakFromS: nowS, trim: [], gauge: null, steadySinceS: null };
  if (state.phase === 'soak' || state.phase === 'reading')
    return enter(began, 'soak', nowS, `${said}, in which the load was off: the soak begins again.`);
  return enter(began, state.phase, nowS, `${said}, in which the load was off: this step begins again.`);
}
