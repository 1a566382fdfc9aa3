import { enter, isByAirAlone, type BenchRule, type BenchSample, type BenchState } from '../benchState';
import { meterReading } from '../meterReading';
import { present, since } from '../sampleSlices';

/** Fans need so long to stand still before the room alone is read, s. */
export const FLOOR_WAIT_S = 10;
/** A pump that turns faster is not still, rpm. */
const TURNS_RPM = 100;
export const PUMP_RAN = 'its pump ran during the room reading: the level leaves out the pump';
export const METER_SILENT = 'The meter gives nothing: is it on?';

/**
 * The room alone, fans and pump off, before the load comes on.
 *
 * Example: After the meter's time with all fans off: the room at 18.2 dB(A), and on to the warm-up.
 */
export function stepFloor(
  state: BenchState,
  samples: readonly BenchSample[],
  nowS: number,
  rule: BenchRule,
): BenchState {
  if (nowS - state.sinceS < FLOOR_WAIT_S + rule.readingS) return state;
  const still = since(samples, state.sinceS + FLOOR_WAIT_S);
  const levels = present(still, 'levelDb');
  if (levels.length < 5) return { ...state, said: METER_SILENT };
  const reading = meterReading(levels);
  if (!reading.usable) return enter(state, 'floor', nowS, 'Too much noise outside: the room is read again.');
  const floorDb = Number(reading.levelDb.toFixed(2));
  const { loadW, gpuLoadW } = state.points[0]!;
  // One that the bench cannot stop is in the room's level, and what is taken off holds it.
  const pumpRan = still.some(({ more }) => (more?.pump_rpm ?? 0) > TURNS_RPM);
  const warm = {
    ...state,
    apart: [],
    note: pumpRan ? [state.note, PUMP_RAN].filter(Boolean).join('; ') : state.note,
    floorDb,
    loadW,
    gpuLoadW,
    loadOnS: loadW + gpuLoadW > 0 ? nowS : null,
    dutyPct: 100,
  };
  const next = isByAirAlone(state) ? 'The fans come on.' : 'Warming up.';
  const room = pumpRan ? 'The room with the pump, which did not stop,' : 'The room alone';
  return enter(warm, 'warm-up', nowS, `${room} is at ${floorDb.toFixed(1)} dB(A). ${next}`);
}
