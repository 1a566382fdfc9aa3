import { headingUnit, type HeadingUnit } from './headingUnit';
import { channelOf, NAMED_PLACES, type Quantity, type Unit } from '@/core/channels/channels';

export interface ColumnMeaning {
  quantity: Quantity | null;
  unit: Unit | null;
  /** Reading × factor is in `unit`. */
  factor: number;
}

/** A longer word is none that a heading is made of. */
const MOST_WORD = 40;

const UNKNOWN: ColumnMeaning = { quantity: null, unit: null, factor: 1 };

/** Words of a heading: case, accents, digits and word ends that only name the kind are taken off. */
function words(name: string): Set<string> {
  const split = name
    .replace(/nvme/gi, 'nvme')
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}%]+/u)
    .filter(Boolean);
  const all = new Set(split);
  for (const word of split) {
    const compound =
      word.length > MOST_WORD
        ? null
        : /^(.{2,}?)(temp|temperatur|temperature|power|speed|rpm|clock|freq|leistung|drehzahl)$/.exec(word);
    if (compound) {
      all.add(compound[1]!);
      all.add(compound[2]!);
    }
  }
  return all;
}

function has(all: ReadonlySet<string>, list: string): boolean {
  return list.split(' ').some((word) => all.has(word));
}

const GRAPHICS = NAMED_PLACES.find(({ quantity }) => quantity === 'gpu_temperature')!.words;
const SET_VALUES = 'limit target setpoint set soll sollwert alarm threshold allowed tjmax tdp';

const TEMPERATURE_WORDS =
  'temp temps temperature temperatures temperatur temperatura t tctl tdie tcpu tamb troom tj';
const AMBIENT =
  'ambient amb tamb room troom env environment surroundings surrounding lab laboratory air hall studio workshop indoor raum umgebung zimmer luft umgebungs sala ambiente habitacion aire piece';
const PROCESSOR =
  'cpu tcpu die tdie tctl package pkg core cores processor prozessor procesador processeur chip junction tjunction tj silicon soc heater ccd kern';
const OTHER_PLACES =
  'motherboard mainboard board mobo chipset pch psu supply heatsink fin fins base plate spreader ihs case exhaust outlet distance delta difference diff rise dt skin ceiling floor dew';

const READ_PLACES = NAMED_PLACES.filter((place) => !place.further);
const FURTHER_PLACES = NAMED_PLACES.filter((place) => place.further);

/** Places that an import knows by name; how warm something else is tells a reviewer of coolers nothing. */
function furtherPlace(all: ReadonlySet<string>): Quantity | null {
  if (has(all, 'delta difference diff rise dt distance')) return null;
  const named = FURTHER_PLACES.findLast(({ words }) => has(all, words));
  if (named) return named.quantity;
  return has(all, 'case') && has(all, 'air inside interior') ? 'case_temperature' : null;
}

function temperature(all: ReadonlySet<string>, further: boolean): Quantity | null {
  if (has(all, SET_VALUES)) return null;
  const read = READ_PLACES.find(({ words }) => has(all, words));
  if (read) return read.quantity;
  if (has(all, OTHER_PLACES) || FURTHER_PLACES.some(({ words }) => has(all, words)))
    return further ? furtherPlace(all) : null;
  if (has(all, AMBIENT)) return 'ambient_temperature';
  return has(all, PROCESSOR) ? 'cpu_temperature' : null;
}

function power(all: ReadonlySet<string>): Quantity | null {
  const other = 'wall mains outlet plug psu system fan fans pump memory dram ram ssd max min';
  return has(all, GRAPHICS) || has(all, SET_VALUES) || has(all, other) ? null : 'power';
}

function speed(all: ReadonlySet<string>): Quantity | null {
  if (has(all, GRAPHICS) || has(all, SET_VALUES) || has(all, 'duty pwm percent % voltage')) return null;
  return has(all, 'pump pumps pumpe bomba pompe') ? 'pump_speed' : 'fan_speed';
}

function clock(all: ReadonlySet<string>): Quantity | null {
  const other = 'memory mem ram dram uncore ring bus cache shader video max';
  return has(all, GRAPHICS) || has(all, SET_VALUES) || has(all, other) ? null : 'clock';
}

function noise(all: ReadonlySet<string>): Quantity | null {
  const other = 'max min peak lcpeak lafmax lafmin lasmax lasmin floor background';
  return has(all, SET_VALUES) || has(all, other) ? null : 'noise_level';
}

function byUnit(all: ReadonlySet<string>, unit: Unit, further: boolean): Quantity | null {
  if (unit === 'degC' || unit === 'degF') return temperature(all, further);
  if (unit === 'W') return power(all);
  if (unit === 'rpm') return speed(all);
  if (unit === 'MHz') return clock(all);
  if (unit === 'dB(A)') return noise(all);
  return isTimeName(all) ? 'time' : null;
}

function isTimeName(all: ReadonlySet<string>): boolean {
  return has(
    all,
    't s time times elapsed seconds sec secs timestamp zeit laufzeit tiempo temps runtime uptime epoch unix utc ms duration',
  );
}

/** Where the heading names no unit its words must do. */
function byWords(all: ReadonlySet<string>, further: boolean): Quantity | null {
  if (
    has(
      all,
      'load usage utilization utilisation util duty pwm percent % voltage volt volts current vcore status state',
    )
  )
    return null;
  if (has(all, 'power watt watts dissipation leistung potencia puissance p')) return power(all);
  if (
    has(
      all,
      'fan fans blower rpm rotor impeller ventilator lufter luefter ventilador ventilateur drehzahl speed tach tacho pump pumps pumpe n',
    )
  ) {
    return speed(all);
  }
  if (has(all, 'clock freq frequency takt frequenz frecuencia mhz')) return clock(all);
  if (
    has(
      all,
      'noise spl leq laeq lpa laf las sound loudness pegel schallpegel schall ruido bruit sonometer slm',
    )
  )
    return noise(all);
  const place = temperature(all, further);
  if (place && (has(all, TEMPERATURE_WORDS) || !isTimeName(all))) return place;
  return isTimeName(all) ? 'time' : null;
}

/**
 * What a numeric column means, by its heading: the unit decides the kind, the words which of that kind.
 * A column is left unknown rather than guessed. With `further` the places that only an import knows count, too.
 */
export function columnMeaning(
  heading: string,
  unitsRow: HeadingUnit | null = null,
  further = false,
): ColumnMeaning {
  const { name, unit } = headingUnit(heading);
  const all = words(name);
  const named = unit ?? unitsRow;
  if (named?.unit === 'foreign') return UNKNOWN;
  if (named) {
    const quantity = byUnit(all, named.unit as Unit, further);
    return quantity ? { quantity, unit: named.unit as Unit, factor: named.factor } : UNKNOWN;
  }
  const quantity = byWords(all, further);
  return quantity ? { quantity, unit: channelOf(quantity).unit, factor: 1 } : UNKNOWN;
}
