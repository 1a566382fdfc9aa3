import type { Bound } from '../bounds';
import { boundOfColumn, RANKED_SENSORS } from '../channels/channels';
import { RISE_LAW, type Against, type Better, type CurveRule } from '../curves/curveRule';
import { LEVEL_LAW, type SpeedLaw } from '@/core/curves/shape/speedLaw';
import { sentence } from '../words';

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

/** What can be typed of a run beside its die: a settled mean, or when it came to its limit. */
export interface TypedMean {
  /** Its column in runs.csv, and in what a run keeps. */
  heading: string;
  label: string;
  bound: Bound;
}

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
  /** The channel whose settled mean it is, which can be typed where no log is; null where it is none. */
  channel: TypedMean | null;
  /** The die's own rise: restated at the nominal watts, it has a resistance, and throttles where it comes to the limit (FORMATS steps 3 and 8). */
  throttles: boolean;
  /** A rise over the room: what the sensors and the room leave in doubt is in doubt of it. */
  overRoom: boolean;
  /** What is read at places, each of which has an order of its own; null where it is not read so. */
  atPlaces: 'airspeed' | 'pressure' | null;
  /** The axis on which it would stand against itself. */
  notAgainst: Against | null;
  /** Where it is kept: with what a run came to, in the run itself, or with its recordings. */
  keptWith: 'values' | 'run' | 'recordings';
  /** Its mean is one of energies. */
  byEnergy: boolean;
  /** Its unit and its better side are those that its runs state. */
  ownScale: boolean;
  /** What a program gets of the processor: where all get the same, the choice of entry changes nothing. */
  ofProgram: boolean;
  /** Charts of controls follow it over the months. */
  followed: boolean;
  /** It stands among all that was measured, on the page that sets them side by side. */
  besideAll: boolean;
  /** What it means of an entry that has none, where that is a result: “never reached the limit”. */
  absent?: string | undefined;
}

/** What most of them are. */
const PLAIN: Omit<Response, 'id' | 'name' | 'unit' | 'better' | 'decimals' | 'assumed' | 'source'> = {
  law: null,
  channel: null,
  throttles: false,
  overRoom: false,
  atPlaces: null,
  notAgainst: null,
  keptWith: 'values',
  byEnergy: false,
  ownScale: false,
  ofProgram: false,
  followed: false,
  besideAll: true,
};
const KELVIN: Omit<Response, 'id' | 'name' | 'source'> = {
  ...PLAIN,
  unit: 'K',
  better: 'lower',
  decimals: 1,
  assumed: { absolute: 0.5 },
  overRoom: true,
  followed: true,
};
/** So long after the load came on: one moment of a log's course. */
const burst = (id: string, afterS: number): Response => ({
  id,
  name: `Rise after ${afterS} s`,
  ...KELVIN,
  besideAll: false,
  source: { from: 'burst', afterS },
});

/** The rise over the room of a temperature beside the die. */
const riseOf = ({ heading, words }: { heading: string; words: string }): Response => ({
  id: `${heading.replace(/_c$/, '').replaceAll('_', '-')}-rise`,
  name: `${sentence(words)}, rise`,
  ...KELVIN,
  law: RISE_LAW,
  source: { from: 'sensor', heading },
  channel: {
    heading,
    label: `${sentence(words)}, °C`,
    bound: boundOfColumn(heading)!,
  },
});

export const RESPONSES: readonly Response[] = [
  { id: 'rise', name: 'Die, rise', ...KELVIN, law: RISE_LAW, source: { from: 'die' }, throttles: true },
  ...RANKED_SENSORS.map(riseOf),
  {
    ...PLAIN,
    id: 'clock',
    name: 'Clock held',
    unit: 'MHz',
    better: 'higher',
    decimals: 0,
    assumed: { share: 0.002 },
    source: { from: 'clock' },
    channel: { heading: 'clock_mhz', label: 'Clock, MHz', bound: 'clockMhz' },
    ofProgram: true,
    followed: true,
  },
  {
    ...PLAIN,
    id: 'score',
    name: 'Score',
    unit: '',
    better: 'higher',
    decimals: 1,
    assumed: { share: 0.01 },
    source: { from: 'score' },
    ofProgram: true,
    ownScale: true,
  },
  {
    ...PLAIN,
    id: 'airspeed',
    name: 'Airspeed',
    unit: 'm/s',
    better: 'higher',
    decimals: 2,
    assumed: { share: 0.03 },
    law: { by: 'power', exponent: 1, either: 0 },
    source: { from: 'reading', quantity: 'airspeed' },
    atPlaces: 'airspeed',
  },
  {
    ...PLAIN,
    id: 'pressure',
    name: 'Pressure',
    unit: 'Pa',
    better: 'higher',
    decimals: 1,
    assumed: { share: 0.02 },
    law: { by: 'power', exponent: 2, either: 0 },
    source: { from: 'reading', quantity: 'pressure' },
    atPlaces: 'pressure',
  },
  {
    ...PLAIN,
    id: 'level',
    name: 'Level of the cooler',
    unit: 'dB(A)',
    better: 'lower',
    decimals: 1,
    assumed: { absolute: 0.5 },
    law: LEVEL_LAW,
    isCost: true,
    source: { from: 'level' },
    notAgainst: 'noise',
    keptWith: 'run',
    byEnergy: true,
    followed: true,
    besideAll: false,
  },
  {
    ...PLAIN,
    id: 'sone',
    name: 'Loudness of the cooler',
    unit: 'sone',
    better: 'lower',
    decimals: 2,
    // What two methods of loudness, and two recordings of one fan, differ by.
    assumed: { share: 0.05 },
    isCost: true,
    source: { from: 'loudness' },
    notAgainst: 'sone',
    keptWith: 'recordings',
  },
  {
    ...PLAIN,
    id: 'steady-time',
    name: 'Time to steady',
    unit: 's',
    better: 'lower',
    decimals: 0,
    assumed: { share: 0.05 },
    source: { from: 'steady-time' },
    followed: true,
    besideAll: false,
  },
  burst('burst-rise-10', 10),
  burst('burst-rise', 30),
  burst('burst-rise-60', 60),
  {
    ...PLAIN,
    id: 'limit-time',
    name: 'Time until the limit',
    unit: 's',
    better: 'higher',
    decimals: 0,
    assumed: { share: 0.05 },
    source: { from: 'limit-time' },
    absent: 'never came to the limit',
    besideAll: false,
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
 * @example curveRule(responseOf('airspeed'), 'noise').assumed → 0.03
 */
export function curveRule(response: Response, against: Against): CurveRule {
  const { assumed } = response;
  return {
    against,
    better: response.better,
    assumed: 'share' in assumed ? assumed.share : assumed.absolute,
    byShare: 'share' in assumed,
    byEnergy: response.byEnergy,
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

/**
 * What a run without a value of a response lacks, in words: “die temperature”, “calibrated recording”.
 *
 * @example lackWords({ name: 'Airspeed', source: { from: 'reading', quantity: 'airspeed' } }) → 'airspeed'
 */
export function lackWords({ name, source }: Pick<Response, 'name' | 'source'>): string {
  switch (source.from) {
    case 'die':
      return 'die temperature';
    case 'sensor':
      return `${partName({ name }).toLowerCase()} temperature`;
    case 'loudness':
      return 'calibrated recording';
    case 'reading':
      return source.quantity;
    case 'clock':
    case 'score':
    case 'level':
      return source.from;
    default:
      return `value of “${name}”`;
  }
}
