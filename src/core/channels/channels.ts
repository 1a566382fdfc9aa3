import type { Bound } from '../bounds';

export const UNITS = ['degC', 'degF', 'W', 'rpm', 'MHz', 'dB(A)', 's'] as const;

export type Unit = (typeof UNITS)[number];

/** What can be logged over a run: everything that readers, writers, responses, pages and the bench know of a channel. */
interface Channel {
  /** Its column in traces, and in what is typed of a run. */
  heading: string;
  /** What a column of an instrument log can mean (FORMATS, `./abanico read`); null where no log names it. */
  quantity: string | null;
  /** The unit that it is kept in. */
  unit: Unit | '%';
  bound: Bound;
  /** As a page calls it, after “the”. */
  words: string;
  kin: 'time' | 'temperature' | 'power' | 'speed' | 'clock' | 'level' | 'duty';
  /** Words of a log's heading by which one temperature is told from the others, in small letters. */
  alsoCalled?: string;
  /** An import knows it; `./abanico read` leaves it without a name. */
  further?: true;
  /** A run without a die can stand on it (FORMATS step 11): its rise over the room is ranked, or its mean where it is no temperature. */
  standsAlone?: true;
  /** Its mean over the window that counts is kept with the run, under this name. */
  mean?: { id: string; name: string };
}

/**
 * Every channel once, in the order in which traces, pages and registries have them. A sensor is added here and nowhere else; its rise is
 * ranked where it stands alone.
 */
export const CHANNELS = [
  { heading: 't_s', quantity: 'time', unit: 's', bound: 'timeS', words: 'time', kin: 'time' },
  {
    heading: 'cpu_c',
    quantity: 'cpu_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'die',
    kin: 'temperature',
  },
  {
    heading: 'ambient_c',
    quantity: 'ambient_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'room',
    kin: 'temperature',
  },
  { heading: 'power_w', quantity: 'power', unit: 'W', bound: 'powerW', words: 'power', kin: 'power' },
  {
    heading: 'fan_rpm',
    quantity: 'fan_speed',
    unit: 'rpm',
    bound: 'speedRpm',
    words: 'fan speed',
    kin: 'speed',
    mean: { id: 'speed', name: 'Fan speed' },
  },
  {
    heading: 'gpu_c',
    quantity: 'gpu_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'graphics card',
    kin: 'temperature',
    standsAlone: true,
    alsoCalled: 'gpu graphics graphic vga videocard grafik hotspot',
  },
  {
    heading: 'vrm_c',
    quantity: 'vrm_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'regulators',
    kin: 'temperature',
    standsAlone: true,
    alsoCalled: 'vrm vrms mos mosfet mosfets regulator phase phases vr',
  },
  {
    heading: 'liquid_c',
    quantity: 'liquid_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'coolant',
    kin: 'temperature',
    standsAlone: true,
    alsoCalled: 'liquid coolant water fluid loop kuhlmittel wasser agua liquido refrigerante',
  },
  {
    heading: 'case_air_c',
    quantity: 'case_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'air in the case',
    kin: 'temperature',
    standsAlone: true,
    further: true,
    alsoCalled: 'chassis enclosure',
  },
  {
    heading: 'memory_c',
    quantity: 'memory_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'memory',
    kin: 'temperature',
    standsAlone: true,
    further: true,
    alsoCalled: 'memory mem ram dimm dram',
  },
  {
    heading: 'drive_c',
    quantity: 'drive_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'drive',
    kin: 'temperature',
    standsAlone: true,
    further: true,
    alsoCalled: 'ssd nvme hdd drive disk',
  },
  {
    heading: 'clock_mhz',
    quantity: 'clock',
    unit: 'MHz',
    bound: 'clockMhz',
    words: 'processor clock',
    kin: 'clock',
    standsAlone: true,
  },
  {
    heading: 'inlet_c',
    quantity: 'inlet_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'inlet',
    kin: 'temperature',
    alsoCalled: 'inlet intake inflow einlass ansaug entrada',
  },
  {
    heading: 'pump_rpm',
    quantity: 'pump_speed',
    unit: 'rpm',
    bound: 'speedRpm',
    words: 'pump speed',
    kin: 'speed',
    mean: { id: 'pump-speed', name: 'Pump speed' },
  },
  { heading: 'pump_duty_pct', quantity: null, unit: '%', bound: 'dutyPct', words: 'pump duty', kin: 'duty' },
  {
    heading: 'noise_db',
    quantity: 'noise_level',
    unit: 'dB(A)',
    bound: 'levelDb',
    words: 'noise',
    kin: 'level',
  },
  {
    heading: 'fan2_rpm',
    quantity: 'second_fan_speed',
    unit: 'rpm',
    bound: 'speedRpm',
    words: 'second fan',
    kin: 'speed',
    further: true,
    mean: { id: 'speed-2', name: 'Second fan’s speed' },
  },
  {
    heading: 'fan3_rpm',
    quantity: 'third_fan_speed',
    unit: 'rpm',
    bound: 'speedRpm',
    words: 'third fan',
    kin: 'speed',
    further: true,
    mean: { id: 'speed-3', name: 'Third fan’s speed' },
  },
  {
    heading: 'fan4_rpm',
    quantity: 'fourth_fan_speed',
    unit: 'rpm',
    bound: 'speedRpm',
    words: 'fourth fan',
    kin: 'speed',
    further: true,
    mean: { id: 'speed-4', name: 'Fourth fan’s speed' },
  },
] as const satisfies readonly Channel[];

export type Quantity = Exclude<(typeof CHANNELS)[number]['quantity'], null>;

/** The same with what only some of them have. */
const ALL: readonly Channel[] = CHANNELS;

/** Fans beyond the fourth have a column each, and no more. */
const MORE_FANS = /^fan(?:[5-9]|1[0-6])_rpm$/;
const MORE_FAN: Pick<Channel, 'bound'> = { bound: 'speedRpm' };

const byHeading = new Map(ALL.map((channel) => [channel.heading, channel]));
const byQuantity = new Map(ALL.map((channel) => [channel.quantity, channel]));

/**
 * What the readings of a column are held to; null where no channel has this column.
 *
 * @example boundOfColumn('gpu_c') → 'temperatureC'
 */
export function boundOfColumn(heading: string): Bound | null {
  return (byHeading.get(heading) ?? (MORE_FANS.test(heading) ? MORE_FAN : null))?.bound ?? null;
}

/**
 * The channel that a column of a log means.
 *
 * @example channelOf('power').unit → 'W'
 */
export const channelOf = (quantity: Quantity): Channel & { unit: Unit } =>
  byQuantity.get(quantity) as Channel & { unit: Unit };

/** All that a column of a log can mean. */
export const QUANTITIES: readonly Quantity[] = CHANNELS.flatMap(({ quantity }) => quantity ?? []);

/** Speeds of several fans, in the order in which a log names them. */
export const FAN_SPEEDS: readonly Quantity[] = CHANNELS.flatMap(({ heading, quantity }) =>
  heading.startsWith('fan') && quantity ? [quantity] : [],
);

/** Columns that a run without a die can stand on. */
export const STANDING_ALONE: readonly string[] = ALL.flatMap(({ heading, standsAlone }) =>
  standsAlone ? [heading] : [],
);

/** Temperatures whose rise over the room is ranked beside the die's. */
export const RANKED_SENSORS = ALL.filter(({ kin, standsAlone }) => kin === 'temperature' && standsAlone);

/** Temperatures that are drawn beside those of the die and the room: the ranked ones, and the inlet. */
export const DRAWN_BESIDE = ALL.filter(
  ({ kin, heading }) => kin === 'temperature' && heading !== 'cpu_c' && heading !== 'ambient_c',
);

/** Temperatures that a log's heading tells by a word of theirs. */
export const NAMED_PLACES: readonly { quantity: Quantity; words: string; further: boolean }[] = ALL.flatMap(
  ({ quantity, alsoCalled, further }) =>
    alsoCalled ? [{ quantity: quantity as Quantity, words: alsoCalled, further: further === true }] : [],
);
