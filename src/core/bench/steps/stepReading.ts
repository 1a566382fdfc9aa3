import { isIdle, loadKey } from '../../runs/load';
import { mean } from '../../statistics/mean';
import { quantile } from '../../statistics/quantile';
import {
  enter,
  type BenchRule,
  type BenchRun,
  type BenchSample,
  type BenchState,
  type BenchStep,
} from '../benchState';
import { meterReading, type MeterReading } from '../meterReading';
import { settingKind } from '../settingDuty';
import { askForProbe } from './stepProbe';
import { METER_SILENT } from './stepFloor';
import { present, since } from '../sampleSlices';
import { gaugeOf, isLimited, IDLE_S } from './stepSoak';
import { takePoint } from './takePoint';

/** Idle is told by a low percentile of its ten minutes, not by the lowest glimpse. */
const IDLE_SHARE = 0.1;

function idleNote(samples: readonly BenchSample[], nowS: number): string {
  const rises = since(samples, nowS - IDLE_S)
    .map((sample) => sample.dieC - sample.roomC)
    .filter((value) => !Number.isNaN(value));
  if (rises.length === 0) return '';
  return `idle: ${quantile(rises, IDLE_SHARE).toFixed(1)} K over the room at the 10th percentile of ten minutes, lowest glimpse ${quantile(rises, 0).toFixed(1)} K`;
}

function burstNote(reading: MeterReading): string {
  const leftOut = reading.leftOut.filter(Boolean).length;
  if (leftOut === 0) return '';
  return `${leftOut} of ${reading.leftOut.length} levels left out as bursts; raw reading ${reading.rawDb.toFixed(1)} dB(A)`;
}

/** Slower fans at the same load would stand at the limit too: they are left out, and told as such. */
function withoutForbidden(state: BenchState): BenchState {
  const now = state.points[state.at]!;
  const duty = state.dutyPct;
  const forbidden = (i: number) => {
    const point = state.points[i]!;
    const kind = settingKind(point.setting);
    if (i <= state.at || loadKey(point) !== loadKey(now) || point.pass !== now.pass || duty === null)
      return false;
    return kind.kind === 'duty' && kind.apart.length === 0 && kind.dutyPct < duty;
  };
  const why = `at ${now.setting} the die is at its limit already`;
  const gone = state.points.filter((_, i) => forbidden(i));
  const skipped = [...state.skipped, ...gone.map((point) => ({ ...point, why }))];
  return { ...state, skipped, points: state.points.filter((_, i) => !forbidden(i)) };
}

/**
 * The meter over its time: the run ends with it, unless the soak has come loose meanwhile.
 *
 * Example: After the meter's time: a run of 33.1 dB(A); where the soak has come loose meanwhile, back to ‘soak’.
 */
export function stepReading(
  state: BenchState,
  samples: readonly BenchSample[],
  nowS: number,
  rule: BenchRule,
): BenchStep {
  const stay = (as: BenchState): BenchStep => ({ state: as, run: null });
  if (nowS - state.sinceS < rule.readingS) return stay(state);
  const read = since(samples, state.sinceS);
  const levels = present(read, 'levelDb');
  if (levels.length < 5) return stay({ ...state, said: METER_SILENT });
  const reading = meterReading(levels);
  if (!reading.usable)
    return stay(enter(state, 'reading', nowS, 'Too much noise outside: the meter is read again.'));
  const point = state.points[state.at]!;
  const tooLong = nowS - state.soakFromS > rule.longestSoakS;
  if (!isIdle(point) && !state.overruled && !tooLong) {
    const gauge = gaugeOf(state, samples, nowS, rule);
    if (!gauge.settled)
      return stay(
        enter(
          { ...state, gauge, steadySinceS: null },
          'soak',
          nowS,
          `No longer settled (${gauge.why}): it soaks on.`,
        ),
      );
  }
  const speeds = present(read, 'fanRpm');
  const rpm = speeds.length > 0 ? Math.round(mean(speeds)) : 0;
  const notes = [
    state.note,
    state.overruled && `called settled over the rule: ${state.overruled}`,
    burstNote(reading),
    isIdle(point) && !rule.airOnly ? idleNote(samples, nowS) : '',
    state.trim.length > 0 &&
      `found by ${state.trim.map((reading) => `${reading.dutyPct} %: ${reading.levelDb.toFixed(1)} dB(A)`).join(', ')}`,
  ];
  const run: BenchRun = {
    point,
    fromS: state.soakFromS,
    toS: nowS,
    noiseDb: Number(reading.levelDb.toFixed(2)),
    floorDb: state.floorDb!,
    dutyPct: state.dutyPct,
    rpm,
    note: notes.filter(Boolean).join('; '),
    failed: '',
  };
  const limited = point.loadW > 0 && isLimited(since(samples, nowS - rule.windowS), rule.limitC);
  const left = limited ? withoutForbidden(state) : state;
  const lead = `${point.setting}: ${reading.levelDb.toFixed(1)} dB(A) read${limited ? ', at the limit' : ''}. `;
  if (state.probe) return stay(askForProbe(left, run, nowS, lead));
  const taken = { ...left, finished: state.finished + 1, note: '' };
  return { state: takePoint(taken, state.at + 1, nowS, lead), run };
}
