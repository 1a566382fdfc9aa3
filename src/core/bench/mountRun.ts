import { mean } from '../statistics/mean';
import { sentence } from '../words';
import {
  enter,
  hasEnded,
  stop,
  type BenchCommand,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
  type BenchStep,
} from './benchState';
import { benchGuard, partGuard } from './guard';
import { stepFloor } from './steps/stepFloor';
import { leftAtProbe, probeHeld, stepProbe } from './steps/stepProbe';
import { stepReading } from './steps/stepReading';
import { present, since } from './sampleSlices';
import { stepSoak } from './steps/stepSoak';
import { stepTrim } from './steps/stepTrim';
import { joined, paused, skipInHand, wentOn } from './steps/byHand';
import { takePoint } from './steps/takePoint';

/** The guard's verdict as a run: “failed after 18 s” is a result and is kept. */
function failedRun(state: BenchState, samples: readonly BenchSample[], nowS: number, why: string): BenchRun {
  const failed = `failed after ${Math.round(nowS - state.loadOnS!)} s: ${why}`;
  const levels = present(since(samples, nowS - 10), 'levelDb');
  return {
    point: state.points[state.at] ?? state.points[0]!,
    fromS: Math.max(state.loadOnS!, state.soakFromS),
    toS: nowS,
    noiseDb: levels.length > 0 ? Number(mean(levels).toFixed(2)) : state.floorDb!,
    floorDb: state.floorDb!,
    dutyPct: state.dutyPct,
    rpm: Math.round(samples[samples.length - 1]?.fanRpm || 0),
    note: failed,
    failed,
  };
}

/** Its run is written, or is none. */
function withoutWaiting({ probe, ...state }: BenchState): BenchState {
  return { ...state, ...(probe ? { probe: { ...probe, waiting: null } } : {}) };
}

function applyCommand(state: BenchState, command: BenchCommand, nowS: number): BenchState {
  switch (command.do) {
    case 'confirm':
      if (state.phase === 'mount')
        return enter(
          // A pump that runs is no part of the room; without a load nothing needs it.
          { ...state, dutyPct: 0, apart: [{ channel: 'pump', dutyPct: 0 }] },
          'floor',
          nowS,
          'Fans off: the room alone is read. Keep still.',
        );
      if (state.phase === 'probe') return probeHeld(state, nowS);
      if (state.phase === 'cool-down') return enter(state, 'done', nowS, 'This mount is done.');
      if (state.phase === 'paused') return wentOn(state, nowS);
      return state;
    case 'overrule':
      // A reason that comes late is not the next setting's.
      if (state.phase !== 'soak' || command.at !== state.at) return state;
      return enter(
        { ...state, overruled: command.reason },
        'reading',
        nowS,
        'Called settled. Reading the meter.',
      );
    case 'abort':
      return hasEnded(state)
        ? state
        : stop(state, nowS, `Stopped: ${command.reason || 'by hand'}. The load is off.`);
    case 'skip':
      return command.at === state.at ? skipInHand(state, nowS, command.reason) : state;
    case 'pause':
      return paused(state, nowS, command.reason);
    case 'note':
      return isLate(state, command) ? state : { ...state, note: joined(state.note, command.text) };
  }
}

/** Whether a note came when the run that it is of had ended. */
function isLate(state: BenchState, command: BenchCommand): boolean {
  if (command.do !== 'note' || state.finished === 0) return false;
  return state.phase === 'cool-down' || state.phase === 'done' || (command.at ?? state.at) < state.at;
}

/**
 * One step of a mount at the bench: from its state, the samples since its setting began (ascending), the commands that
 * came in, and the clock. What the rig is to do stands in the new state: `loadW`, `gpuLoadW` and `dutyPct`. Pure: the
 * same samples make the same mount.
 *
 * Example: In the phase ‘soak’, with the gauge settled for long enough, the next state is ‘reading’, and the meter's
 * time begins.
 */
export function benchStep(
  before: BenchState,
  samples: readonly BenchSample[],
  commands: readonly BenchCommand[],
  nowS: number,
  rule: BenchRule,
  pushed: Readonly<Record<string, number>> = {},
): BenchStep {
  let state = before;
  const late: string[] = [];
  for (const command of commands) {
    if (command.do === 'note' && isLate(state, command)) late.push(command.text);
    state = applyCommand(state, command, nowS);
  }
  const step = moved(state, samples, nowS, rule, pushed);
  return late.length > 0 ? { ...step, late } : step;
}

/** The guard first, then the step in hand. */
function moved(
  state: BenchState,
  samples: readonly BenchSample[],
  nowS: number,
  rule: BenchRule,
  pushed: Readonly<Record<string, number>>,
): BenchStep {
  if (state.loadOnS !== null) {
    const danger =
      benchGuard(samples, rule.limitC, state.loadOnS) ?? partGuard(samples, pushed, rule, state.loadOnS);
    if (danger) {
      const run = leftAtProbe(state, danger) ?? failedRun(state, samples, nowS, danger);
      const said = `${sentence(danger)}. The load is off; let it cool, then mount it again.`;
      return { state: withoutWaiting(stop(state, nowS, said, true)), run };
    }
  }
  switch (state.phase) {
    case 'floor':
      return { state: stepFloor(state, samples, nowS, rule), run: null };
    case 'warm-up':
      if (nowS - state.sinceS < rule.warmUpS) return { state, run: null };
      return { state: takePoint(state, state.at, nowS, ''), run: null };
    case 'trim':
      return { state: stepTrim(state, samples, nowS), run: null };
    case 'soak':
      return { state: stepSoak(state, samples, nowS, rule), run: null };
    case 'reading':
      return stepReading(state, samples, nowS, rule);
    case 'probe-reading':
      return stepProbe(state, samples, nowS);
    case 'stopped':
      return { state: withoutWaiting(state), run: leftAtProbe(state, 'stopped by hand') };
    default:
      return { state, run: null };
  }
}
