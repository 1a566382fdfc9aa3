import { meterReading } from '@/core/bench/meterReading';
import { isLevelUnsteady, levelMoved } from '@/core/flags/runFlags';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { isMissing } from '@/core/missing';
import { known } from '@/core/outcome';
import { noDie } from '@/core/reduction/noResult';
import { reduceTrace, type Reduction } from '@/core/reduction/reduceTrace';
import { RESPONSES } from '@/core/responses/responses';
import type { MeasuredRun } from '@/core/responses/measuredRun';
import { valueOfRun } from '@/core/responses/valueOfRun';
import { farPower } from '@/core/runs/askedAbout';
import { STANDING_ALONE } from '@/core/channels/channels';
import { numberChannels, toTrace, type Channel } from '@/formats/bundle/tables/traceTable';
import type { RawRunsPlan } from './rawRunsSchema';
import type { RigRule } from '../model/reduceRun';

type PlannedRun = RawRunsPlan['runs'][number];

/** What one run would come to, or what keeps it from being taken. */
export interface RunPreview {
  problem: string;
  settled: boolean;
  /** What to know, where it comes in but will not count. */
  note: string;
  riseK: number | null;
  /** What it comes to beside the die's rise: “Graphics card, rise 41.2 K”. */
  others: string[];
  levelDb: number | null;
  noiseDb: number | null;
}

/** A run as it will be written. */
export interface MadeRun {
  plan: PlannedRun;
  channels: Channel[];
  noiseDb: number;
  reduction: Reduction;
}

/** A channel of readings by its heading; null where there is none. */
export function channelOf(channels: readonly Channel[], heading: string): Float64Array | null {
  const values = channels.find((channel) => channel.heading === heading)?.values;
  return values instanceof Float64Array ? values : null;
}

/** Fewer levels than this are averaged as they are. */
const LEAST_LEVELS = 5;

/** The meter over the settled window, with bursts left out by the bench's rule: what a reviewer would have read there. */
export function metered(
  channels: readonly Channel[],
  window: { startS: number; endS: number } | null,
): { noiseDb: number; leftOut: number } | null {
  const noise = channelOf(channels, 'noise_db');
  const timeS = channelOf(channels, 't_s')!;
  if (!noise || !window) return null;
  const inside = Array.from(noise).filter(
    (value, i) => !isMissing(value) && timeS[i]! >= window.startS && timeS[i]! <= window.endS,
  );
  if (inside.length === 0) return null;
  if (inside.length < LEAST_LEVELS) return { noiseDb: Number(energyMeanDb(inside).toFixed(2)), leftOut: 0 };
  const reading = meterReading(inside);
  return {
    noiseDb: Number(reading.levelDb.toFixed(2)),
    leftOut: reading.leftOut.filter(Boolean).length,
  };
}

const NOTHING = { settled: false, note: '', riseK: null, others: [], levelDb: null, noiseDb: null };

/** A preview of a run that cannot be taken as it is. */
export const stoppedBy = (problem: string): RunPreview => ({ ...NOTHING, problem });

/** What a run without a die can stand on, by the headings of its channels. */
function otherSensors(channels: readonly Channel[]): string[] {
  return STANDING_ALONE.filter((heading) => channelOf(channels, heading) !== null);
}

/** The last stretch of a run that no die gives a window to. */
export function lastWindow(
  channels: readonly Channel[],
  windowS: number,
): { startS: number; endS: number } | null {
  const timeS = channelOf(channels, 't_s');
  const endS = timeS?.[timeS.length - 1];
  return endS === undefined ? null : { startS: endS - windowS, endS };
}

function measuredRun(
  plan: PlannedRun,
  { channels, reduction, noiseDb }: Omit<MadeRun, 'plan'>,
  rule: RigRule & { typedAmbientC?: number | undefined },
): MeasuredRun {
  return {
    ...rule,
    loadW: plan.loadW,
    channels: numberChannels({ channels }),
    typed: new Map(rule.typedAmbientC === undefined ? [] : [['ambient_c', rule.typedAmbientC]]),
    die: isMissing(reduction.riseK) ? null : reduction,
    levelDb: coolerLevel(noiseDb, plan.floorDb).levelDb,
    sone: null,
    rpm: null,
    readings: [],
    score: null,
  };
}

/** What the sensors and the clock of a run came to, in words; and whether any of them had settled. */
function otherValues(run: MeasuredRun): { words: string[]; settled: boolean } {
  const found = RESPONSES.filter(({ channel }) => channel !== null).flatMap((response) => {
    const value = valueOfRun(run, response, null);
    return value.known ? [{ response, ...value.value }] : [];
  });
  const words = found.map(({ response, value, settled }) => {
    const shown = `${response.name} ${value.toFixed(response.decimals)} ${response.unit}`;
    return settled ? shown : `${shown}, not settled`;
  });
  return { words, settled: found.some(({ settled }) => settled) };
}

/** What keeps a cut from being a run; empty where nothing does. */
function whatIsMissing(plan: PlannedRun, channels: readonly Channel[], room: RawRunsPlan['room']): string {
  if (!(plan.toS > plan.fromS)) return 'ends before it begins';
  if (!channelOf(channels, 'cpu_c') && otherSensors(channels).length === 0)
    return 'no temperature or clock: no log has a reading of the die or another sensor in this run';
  if (!channelOf(channels, 'ambient_c') && !room)
    return 'no room temperature: no log has a reading in this run (do their clocks overlap?), and none is typed';
  return '';
}

/** A run cut from raw logs, reduced; or what keeps it from being taken. */
export function makeRawRun(
  plan: PlannedRun,
  channels: Channel[],
  room: RawRunsPlan['room'],
  rig: RigRule,
): { preview: RunPreview; made: MadeRun | null } {
  const stopped = (problem: string) => ({ preview: stoppedBy(problem), made: null });
  const missing = whatIsMissing(plan, channels, room);
  if (missing) return stopped(missing);
  const rule = { loadW: plan.loadW, program: plan.loadName !== '', ...rig, typedAmbientC: room?.ambientC };
  const hasDie = channelOf(channels, 'cpu_c') !== null;
  const result = hasDie ? reduceTrace(toTrace({ channels }), rule) : known(noDie());
  if (!result.known) return stopped(result.reason);
  const reduction = result.value;
  const read = metered(channels, hasDie ? reduction.window : lastWindow(channels, rig.windowS));
  const noiseDb = plan.noiseDb ?? read?.noiseDb ?? null;
  if (noiseDb === null) return stopped('no noise: no log has the meter in this run, and none is typed');
  const others = otherValues(measuredRun(plan, { channels, reduction, noiseDb }, rule));
  const settled = hasDie ? reduction.settled : others.settled;
  const level = coolerLevel(noiseDb, plan.floorDb);
  const isRead = plan.noiseDb === null;
  const notes = [
    hasDie ? reduction.unsettledReason : 'no die sensor: only its other sensors count',
    noiseDb < plan.floorDb ? 'read quieter than the room alone: is one of the two wrong?' : '',
    settled && level.standing === 'at-floor' ? 'at the floor: level is an upper bound' : '',
    isRead && isLevelUnsteady(reduction.levelMovedDb) ? levelMoved(reduction.levelMovedDb) : '',
    isRead && read && read.leftOut > 0 ? `${read.leftOut} levels left out as bursts` : '',
    hasDie ? farPower(plan.loadW, reduction) : '',
  ];
  const note = notes.filter(Boolean).join('; ');
  const riseK = hasDie ? reduction.riseK : null;
  return {
    preview: { problem: '', settled, note, riseK, others: others.words, levelDb: level.levelDb, noiseDb },
    made: { plan, channels, noiseDb, reduction },
  };
}
