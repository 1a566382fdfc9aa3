import { RANKED_SENSORS } from '../channels/channels';
import { RISE_LAW, type Against, type Better, type CurveRule } from '../curves/curveRule';
import { LEVEL_LAW, type SpeedLaw } from '../curves/speedLaw';

/** Where the value of a run comes from. */
export type Source =
  | { from: 'die' }
  /** Mean of a sensor over the room, K, by its column in traces and runs.csv. */
  | { from: 'sensor'; heading: string }
  | { from: 'clock' }
  | { from: 'score' }
  /** Mean of spot readings at a place. */
  | { from: 'reading'; quantity: 'airspeed' | 'pressure' }
  | { from: 'level' }
  /** Loudness by calibrated recordings of the setting (ISO 532-1). */
  | { from: 'loudness' }
  | { from: 'steady-time' }
  /** Rise so many seconds after the load came on. */
  | { from: 'burst'; afterS: number }
  /** Seconds from the load to the temperature limit. */
  | { from: 'limit-time' };

/** What can be ranked (FORMATS, Beyond the die): the one list that curves, order, command line and screens know. */
export interface Response {
  id: string;
  /** As a heading: “Graphics card, rise”. */
  name: string;
  unit: string;
  better: Better;
  decimals: number;
  /** Standard uncertainty where nothing was ever repeated: a share of the value, or in its unit (FORMATS step 14). */
  assumed: { share: number } | { absolute: number };
  /** By which one setting near a speed is restated to it; null where nothing restates it. */
  law: SpeedLaw | null;
  /** It grows with the speed as a cost: read where it is asked for. */
  isCost?: true;
  source: Source;
  /** Restated at the nominal watts: it has a resistance, and throttles where it comes to the limit (FORMATS steps 3 and 8). */
  throttles: boolean;
  /** What it means of an entry that has none, where that is a result: “never reached the limit”. */
  absent?: string;
}

const KELVIN = {
  unit: 'K',
  better: 'lower',
  decimals: 1,
  assumed: { absolute: 0.5 },
  law: null,
  throttles: false,
} as const;
/** The rise over the room of a temperature beside the die. */
const riseOf = ({ heading, words }: { heading: string; words: string }): Response => ({
  id: `${heading.replace(/_c$/, '').replaceAll('_', '-')}-rise`,
  name: `${words[0]!.toUpperCase()}${words.slice(1)}, rise`,
  ...KELVIN,
  law: RISE_LAW,
  source: { from: 'sensor', heading },
});

export const RESPONSES: readonly Response[] = [
  { id: 'rise', name: 'Die, rise', ...KELVIN, law: RISE_LAW, source: { from: 'die' }, throttles: true },
  ...RANKED_SENSORS.map(riseOf),
  {
    id: 'clock',
    name: 'Clock held',
    unit: 'MHz',
    better: 'higher',
    decimals: 0,
    assumed: { share: 0.002 },
    law: null,
    throttles: false,
    source: { from: 'clock' },
  },
  {
    id: 'score',
    name: 'Score',
    unit: '',
    better: 'higher',
    decimals: 1,
    assumed: { share: 0.01 },
    law: null,
    throttles: false,
    source: { from: 'score' },
  },
  {
    id: 'airspeed',
    name: 'Airspeed',
    unit: 'm/s',
    better: 'higher',
    decimals: 2,
    assumed: { share: 0.03 },
    law: { by: 'power', exponent: 1, either: 0 },
    throttles: false,
    source: { from: 'reading', quantity: 'airspeed' },
  },
  {
    id: 'pressure',
    name: 'Pressure',
    unit: 'Pa',
    better: 'higher',
    decimals: 1,
    assumed: { share: 0.02 },
    law: { by: 'power', exponent: 2, either: 0 },
    throttles: false,
    source: { from: 'reading', quantity: 'pressure' },
  },
  {
    id: 'level',
    name: 'Level of the cooler',
    unit: 'dB(A)',
    better: 'lower',
    decimals: 1,
    assumed: { absolute: 0.5 },
    law: LEVEL_LAW,
    isCost: true,
    throttles: false,
    source: { from: 'level' },
  },
  {
    id: 'sone',
    name: 'Loudness of the cooler',
    unit: 'sone',
    better: 'lower',
    decimals: 2,
    // What two methods of loudness, and two recordings of one fan, differ by.
    assumed: { share: 0.05 },
    law: null,
    isCost: true,
    throttles: false,
    source: { from: 'loudness' },
  },
  {
    id: 'steady-time',
    name: 'Time to steady',
    unit: 's',
    better: 'lower',
    decimals: 0,
    assumed: { share: 0.05 },
    law: null,
    throttles: false,
    source: { from: 'steady-time' },
  },
  { id: 'burst-rise-10', name: 'Rise after 10 s', ...KELVIN, source: { from: 'burst', afterS: 10 } },
  { id: 'burst-rise', name: 'Rise after 30 s', ...KELVIN, source: { from: 'burst', afterS: 30 } },
  { id: 'burst-rise-60', name: 'Rise after 60 s', ...KELVIN, source: { from: 'burst', afterS: 60 } },
  {
    id: 'limit-time',
    name: 'Time until the limit',
    unit: 's',
    better: 'higher',
    decimals: 0,
    assumed: { share: 0.05 },
    law: null,
    throttles: false,
    source: { from: 'limit-time' },
    absent: 'never came to the limit',
  },
];

export const RISE = RESPONSES[0]!;

/**
 * @example responseOf('airspeed').unit → 'm/s'
 */
export function responseOf(id: string): Response | null {
  return RESPONSES.find((response) => response.id === id) ?? null;
}

/**
 * What a curve of a response has to know of it.
 *
 * @example curveRule(responseOf('airspeed'), 'noise').assumed(3) → 0.09
 */
export function curveRule(response: Response, against: Against): CurveRule {
  const { assumed } = response;
  return {
    against,
    better: response.better,
    assumed: (value) => ('share' in assumed ? assumed.share * Math.abs(value) : assumed.absolute),
    byShare: 'share' in assumed,
    byEnergy: response.source.from === 'level',
    isCost: response.isCost === true,
    law: response.law,
  };
}

/**
 * What a response is of, where its name says that it is a rise, too.
 *
 * @example partName({ name: 'Graphics card, rise' }) → 'Graphics card'
 */
export function partName({ name }: Pick<Response, 'name'>): string {
  return name.replace(/, rise$/, '');
}

/**
 * The standard uncertainty of what was never repeated, in words: “0.5 K”, “3 % of the value”.
 *
 * @example assumedWords({ assumed: { share: 0.03 }, unit: 'm/s' }) → '3 % of the value'
 */
export function assumedWords({ assumed, unit }: Pick<Response, 'assumed' | 'unit'>): string {
  return 'share' in assumed
    ? `${Number((100 * assumed.share).toFixed(1))} % of the value`
    : `${assumed.absolute} ${unit}`;
}
