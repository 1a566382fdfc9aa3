import { coolerLevel } from '../../levels/coolerLevel';
import { mean } from '../../statistics/mean';
import { enter, type BenchSample, type BenchState } from '../benchState';
import { meterReading } from '../meterReading';
import { noiseTrim } from '../noiseTrim';
import { settingKind } from '../settingDuty';
import { METER_SILENT } from './stepFloor';
import { present, since } from '../sampleSlices';
import { skipPoint, takePoint } from './takePoint';

/** After a change of duty the fan and the meter need so long, s; then the meter is read for so long. */
const TRIM_WAIT_S = 15;
const TRIM_READ_S = 25;
/** A fan below this stands still, rpm. */
export const STILL_RPM = 30;

/**
 * One duty on the way to the noise line: read, and go on by `noiseTrim`.
 *
 * Example: Read 34.2 dB(A) for a line of 33: the next duty, or ‘soak’ where 33 was hit.
 */
export function stepTrim(state: BenchState, samples: readonly BenchSample[], nowS: number): BenchState {
  if (nowS - state.sinceS < TRIM_WAIT_S + TRIM_READ_S) return state;
  const read = since(samples, state.sinceS + TRIM_WAIT_S);
  const levels = present(read, 'levelDb');
  if (levels.length < 5) return { ...state, said: METER_SILENT };
  const point = state.points[state.at]!;
  const kind = settingKind(point.setting);
  const lineDb = kind.kind === 'line' ? kind.lineDb : 0;
  const meter = meterReading(levels);
  if (!meter.usable) return enter(state, 'trim', nowS, 'Too much noise outside: this duty is read again.');
  const level = coolerLevel(meter.levelDb, state.floorDb!);
  const speeds = present(read, 'fanRpm');
  const rpm = speeds.length > 0 ? mean(speeds) : 0;
  const reading = {
    dutyPct: state.dutyPct ?? 0,
    rpm: rpm < STILL_RPM ? 0 : rpm,
    levelDb: level.levelDb,
    atFloor: level.standing === 'at-floor',
  };
  const trim = [...state.trim, reading];
  const step = noiseTrim(trim, lineDb);
  const told = `${reading.dutyPct} % gives ${reading.rpm === 0 ? 'a fan that does not turn' : `${reading.atFloor ? 'no more than ' : ''}${reading.levelDb.toFixed(1)} dB(A)`}`;
  if (step.next === 'try')
    return enter(
      { ...state, trim, dutyPct: step.dutyPct },
      'trim',
      nowS,
      `${told}; trying ${step.dutyPct} %.`,
    );
  if (step.next === 'on-line') {
    const onLine = {
      ...state,
      trim,
      dutyPct: step.dutyPct,
      soakFromS: nowS,
      gauge: null,
      steadySinceS: null,
    };
    return enter(
      onLine,
      'soak',
      nowS,
      `On the line at ${step.dutyPct} %: ${step.levelDb.toFixed(1)} dB(A). Soaking.`,
    );
  }
  if (step.next === 'bracketed') {
    const { lowerPct, upperPct } = step;
    const around = [upperPct, lowerPct].map((duty) => ({ ...point, setting: `${duty} %` }));
    const points = [...state.points.slice(0, state.at), ...around, ...state.points.slice(state.at + 1)];
    const why = `it lies between ${lowerPct} and ${upperPct} %, which were both measured`;
    const skipped = [...state.skipped, { ...point, why }];
    return takePoint(
      { ...state, points, skipped },
      state.at,
      nowS,
      `The line lies between ${lowerPct} and ${upperPct} %: both are measured. `,
    );
  }
  return skipPoint({ ...state, trim }, nowS, step.message);
}
