import { channelOf } from '@/core/channels/channels';
import { isReadingQuantity, ownUnit, unitsOf } from '@/core/responses/readingUnits';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { columnMeaning } from '@/formats/log/columnMeaning';
import { headingUnit } from '@/formats/log/headingUnit';
import { plainHeading, recognised, type PasteColumn } from './pasteColumns';

const RUN_COLUMNS: readonly PasteColumn[] = [
  {
    id: 'entry',
    label: 'Entry',
    called: [
      ...['entry', 'product', 'cooler', 'heatsink', 'fan', 'name', 'model', 'article', 'layout'],
      ...['product name', 'cooler name', 'fan name', 'entry name'],
    ],
  },
  { id: 'setting', label: 'Fans (setting)', called: ['setting', 'fans', 'fan setting', 'step', 'point'] },
  { id: 'load', label: 'Load, W', called: ['load', 'heat', 'heat load', 'load w', 'nominal', 'program'] },
  { id: 'mount', label: 'Mount', called: ['mount', 'mounting', 'mount no'] },
  { id: 'pass', label: 'Pass', called: ['pass', 'repeat', 'repetition', 'reading'] },
  {
    id: 'noiseDb',
    label: 'Read, dB(A)',
    called: ['noise', 'read', 'level', 'noise db', 'meter', 'spl', 'sound', 'dba', 'db'],
  },
  {
    id: 'floorDb',
    label: 'Room, dB(A)',
    called: ['floor', 'noise floor', 'room noise', 'background', 'floor db', 'room level', 'quiet'],
  },
  { id: 'cpuC', label: 'Die, °C', called: ['die', 'cpu', 'cpu c', 'processor'] },
  { id: 'ambientC', label: 'Room, °C', called: ['room', 'ambient', 'ambient c', 'room temperature'] },
  { id: 'powerW', label: 'Power, W', called: ['power', 'power w', 'watts', 'w'] },
  { id: 'rpm', label: 'rpm', called: ['rpm', 'speed', 'fan speed', 'fan rpm'] },
  { id: 'dutyPct', label: 'Duty, %', called: ['duty', 'duty pct', 'pwm', '%', 'duty %'] },
  { id: 'note', label: 'Note', called: ['note', 'notes', 'comment', 'comments', 'remark', 'remarks'] },
  ...TYPED_MEANS.map(({ heading, label }) => ({
    id: `more.${heading}`,
    label,
    called: [heading.replace(/_/g, ' ')],
  })),
];

/** Columns that log readers know by their words, as they stand in a run. */
const BY_QUANTITY: Readonly<Record<string, string>> = {
  cpu_temperature: 'cpuC',
  ambient_temperature: 'ambientC',
  power: 'powerW',
  fan_speed: 'rpm',
  noise_level: 'noiseDb',
};

const PLACED = ['airspeed', 'pressure', 'flow'] as const;
const isRoom = (plain: string) => /\b(room|floor|background|ambient|quiet|raum)\b/.test(plain);

/** A room in decibels is no temperature, and one in degrees no level. */
function byUnit(heading: string): string | null {
  if (/%\s*[)\]]?\s*$/.test(heading) && /\b(fans?|duty|pwm|setting)\b/i.test(heading)) return 'dutyPct';
  const { unit } = headingUnit(heading);
  if (unit?.unit === 'dB(A)') return isRoom(plainHeading(heading)) ? 'floorDb' : 'noiseDb';
  if (unit?.unit !== 'degC') return null;
  const { quantity } = columnMeaning(heading, null, true);
  return quantity && (BY_QUANTITY[quantity] ?? `more.${channelOf(quantity).heading}`);
}

function byWords(heading: string, readsAir: boolean): string | null {
  const plain = plainHeading(heading);
  const spot = /\b(airspeed|speed of air|air speed|pressure|flow)\b/
    .exec(plain)?.[1]
    ?.replace(/ .*|air speed/, '');
  if (spot) return `${spot.startsWith('pres') || spot === 'flow' ? spot : 'airspeed'}@`;
  if (readsAir && /^\d+([.,]\d+)?\s*(cm|mm|m)$/i.test(heading.trim())) return 'airspeed@';
  const { quantity } = columnMeaning(heading, null, true);
  if (quantity === null || quantity === 'time') return null;
  return BY_QUANTITY[quantity] ?? `more.${channelOf(quantity).heading}`;
}

/** The heading of a column of readings without its unit at the end: “airspeed 10 cm” of “airspeed 10 cm, m/s”. */
function withoutUnit(heading: string, quantity: string): string {
  const units = isReadingQuantity(quantity) ? unitsOf(quantity) : [];
  const unit = units.find((other) => heading.trim().toLowerCase().endsWith(other.toLowerCase()));
  return unit
    ? heading
        .trim()
        .slice(0, -unit.length)
        .replace(/[\s,;/]+$/, '')
    : heading;
}

/** The place at which a column of readings was read: its heading without the quantity and the unit. */
function placeOf(heading: string, quantity: string): string {
  const bare = withoutUnit(heading, quantity)
    .replace(new RegExp(quantity, 'i'), '')
    .replace(/[([{].*?[)\]}]/g, '');
  return bare.replace(/^[\s,:@]+|[\s,:]+$|\bat\b/gi, '').trim() || heading.trim();
}

export const unitOfPlace = (heading: string, quantity: string) =>
  isReadingQuantity(quantity)
    ? (unitsOf(quantity).find((unit) => heading.toLowerCase().includes(unit.toLowerCase())) ??
      ownUnit(quantity))
    : '';

/**
 * What each column of a pasted block of runs is by its heading; null where nobody can say. `readsAir` where the round-up reads airspeed,
 * so that a heading of a length alone is a place.
 *
 * Example: “Fan, rpm” is `rpm`; “airspeed at 30 cm” is `airspeed@`, its place still to be told (`withPlaces`).
 */
export const runColumnsOf = (headings: readonly string[], readsAir: boolean): (string | null)[] =>
  recognised(headings, RUN_COLUMNS, {
    first: byUnit,
    otherwise: (heading) => byWords(heading, readsAir),
  });

/** Columns of readings at places have the place in their id, so that two of one quantity are two. */
export function withPlaces(as: readonly (string | null)[], headings: readonly string[]): (string | null)[] {
  return as.map((id, i) =>
    id?.endsWith('@') ? `${id}${placeOf(headings[i]!, id.slice(0, -1)) || i + 1}` : id,
  );
}

/** What a column can be said to be: what a run has, and readings at each place that is named or may be one. */
export function offeredRunColumns(
  headings: readonly string[],
  as: readonly (string | null)[],
): { id: string; label: string }[] {
  const placed = as.flatMap((id) => (id?.includes('@') ? [id] : []));
  const maybe = headings.flatMap((heading, i) => {
    const place = as[i] === null && heading !== '' ? placeOf(heading, '') : '';
    return place === '' ? [] : PLACED.map((name) => `${name}@${place}`);
  });
  return [
    ...RUN_COLUMNS.map(({ id, label }) => ({ id, label })),
    ...[...new Set([...placed, ...maybe])].map((id) => ({ id, label: id.replace('@', ' at ') })),
  ];
}
