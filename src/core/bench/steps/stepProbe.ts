import { mean } from '../../statistics/mean';
import {
  enter,
  isByAirAlone,
  type BenchRun,
  type BenchSample,
  type BenchState,
  type BenchStep,
} from '../benchState';
import { keptReadings, PROBE_CHANNEL, PROBE_NAME, probeReading, type ProbePlace } from '../probe';
import { present, since } from '../sampleSlices';
import { joined } from './byHand';
import { takePoint } from './takePoint';

/** The stream needs so long to stand after a hand has moved, s. */
const WAIT_S = 3;
/** A mean that does not stand by then is taken as it is, and says so, s. */
const LONGEST_S = 60;
/** A fan that turns otherwise by less than this share is at the run's speed. */
const SAME_SPEED = 0.005;

const UNIT = { airspeed: 'm/s', pressure: 'Pa' } as const;
const DECIMALS = { airspeed: 2, pressure: 1 } as const;

function holdWords({ quantity, place }: ProbePlace): string {
  return `Hold the ${PROBE_NAME[quantity]} ${/^\d/.test(place) ? 'at ' : ''}${place}, then press Space.`;
}

/**
 * After the meter: the probe is asked for at the first place, and the run waits for what it reads.
 *
 * Example: After the meter of a run with two places: ‘hold the probe at 15 cm’.
 */
export function askForProbe(state: BenchState, run: BenchRun, nowS: number, lead: string): BenchState {
  const { places } = state.probe!;
  return enter(
    { ...state, note: '', probe: { ...state.probe!, at: 0, readings: [], waiting: run } },
    'probe',
    nowS,
    `${lead}${holdWords(places[0]!)}`,
  );
}

/**
 * The probe is where it should be.
 *
 * Example: From ‘probe’ to ‘probe-reading’, with the clock of that moment.
 */
export function probeHeld(state: BenchState, nowS: number): BenchState {
  const { places, at } = state.probe!;
  return enter(state, 'probe-reading', nowS, `Reading ${places[at]!.place}. Keep it still.`);
}

/**
 * The run that waited for the probe when the mount was stopped: under heat its rise and level stand, whatever was not read at places. Null
 * without heat, where a level alone is no measurement, and where none waited.
 *
 * Example: Stopped at the second of three places: the run with what was read at the first, and a note that says so.
 */
export function leftAtProbe(state: BenchState, why: string): BenchRun | null {
  const { waiting, readings, places } = state.probe ?? { waiting: null, readings: [], places: [] };
  if (!waiting || isByAirAlone(state)) return null;
  const read = new Set(readings.map(({ quantity, place }) => `${quantity} ${place}`)).size;
  const left = `${read} of ${places.length} places read: ${why}`;
  return { ...waiting, readings, note: joined(joined(waiting.note, state.note), left) };
}

function valuesOf(samples: readonly BenchSample[], quantity: ProbePlace['quantity']): number[] {
  return samples.flatMap((sample) => {
    const value = sample.more?.[PROBE_CHANNEL[quantity]];
    return value === undefined || Number.isNaN(value) ? [] : [value];
  });
}

/** The run with what was read of it, and the next setting. */
function finished(state: BenchState, nowS: number, lead: string): BenchStep {
  const { waiting, readings } = state.probe!;
  // What was noted while the probe was held is of this run, too.
  const run = { ...waiting!, readings, note: joined(waiting!.note, state.note) };
  const taken = {
    ...state,
    finished: state.finished + 1,
    note: '',
    probe: { ...state.probe!, at: 0, readings: [], waiting: null },
  };
  return { state: takePoint(taken, state.at + 1, nowS, lead), run };
}

/**
 * A probe held at its place: read until its mean stands, then on to the next; after the last the run is whole.
 *
 * Example: Readings whose mean stands within its class: they are kept, and the next place is asked for.
 */
export function stepProbe(state: BenchState, samples: readonly BenchSample[], nowS: number): BenchStep {
  const stay = (as: BenchState): BenchStep => ({ state: as, run: null });
  const probe = state.probe!;
  const place = probe.places[probe.at]!;
  const { quantity } = place;
  const heldS = nowS - state.sinceS;
  const read = since(samples, state.sinceS + WAIT_S);
  const values = valuesOf(read, quantity);
  const reading = probeReading(values, quantity);
  const isLast = heldS > LONGEST_S;
  if (!reading)
    return stay(isLast ? { ...state, said: `The ${PROBE_NAME[quantity]} gives nothing: is it on?` } : state);
  const shown = `${reading.mean.toFixed(DECIMALS[quantity])} ${UNIT[quantity]}`;
  if (!reading.stands && !isLast) {
    const half = Number.isFinite(reading.half95) ? ` ± ${reading.half95.toFixed(DECIMALS[quantity])}` : '';
    return stay({ ...state, said: `Reading ${place.place}: ${shown}${half}. Keep it still.` });
  }
  const speeds = present(read, 'fanRpm');
  const rpm = speeds.length > 0 ? Math.round(mean(speeds)) : null;
  const { rpm: runRpm } = probe.waiting!;
  const other = rpm !== null && Math.abs(rpm - runRpm) > SAME_SPEED * runRpm ? rpm : null;
  const readings = [
    ...probe.readings,
    ...keptReadings(place, values, quantity === 'pressure' ? other : null),
  ];
  const unsure = reading.stands
    ? ''
    : `${place.place} was not steady for a minute: ${shown} ± ${reading.half95.toFixed(DECIMALS[quantity])}`;
  const waiting = { ...probe.waiting!, note: [probe.waiting!.note, unsure].filter(Boolean).join('; ') };
  const next = probe.places[probe.at + 1];
  const lead = `${place.place}: ${shown}. `;
  const now = { ...state, probe: { ...probe, at: probe.at + 1, readings, waiting } };
  return next ? stay(enter(now, 'probe', nowS, lead + holdWords(next))) : finished(now, nowS, lead);
}
