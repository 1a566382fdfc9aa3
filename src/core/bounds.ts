/**
 * What a bench can have, in one place: requests, forms, bundles and logs are all held to these. A value outside is a
 * slip or an attack, and the sums behind a page are no place to find that out.
 */
export const BOUNDS = {
  levelDb: { min: -20, max: 160, name: 'a level', unit: 'dB' },
  temperatureC: { min: -40, max: 200, name: 'a temperature', unit: '°C' },
  powerW: { min: 0, max: 5000, name: 'a power', unit: 'W' },
  limitC: { min: 30, max: 150, name: 'a temperature limit', unit: '°C' },
  distanceCm: { min: 1, max: 1000, name: 'a distance', unit: 'cm' },
  windowS: { min: 10, max: 21_600, name: 'a settled window', unit: 's' },
  speedRpm: { min: 0, max: 60_000, name: 'a speed', unit: 'rpm' },
  dutyPct: { min: 0, max: 100, name: 'a duty', unit: '%' },
  clockMhz: { min: 0, max: 100_000, name: 'a clock', unit: 'MHz' },
  /** Seconds of a log's clock: as large as a count of seconds since 1970 that has a meaning. */
  /** What is added to a clock: a log that counts seconds may lie beside one with dates. */
  shiftS: { min: -1e11, max: 1e11, name: 'a shift of a clock', unit: 's' },
  timeS: { min: -1e7, max: 1e11, name: 'a time', unit: 's' },
  airspeedMPerS: { min: 0, max: 100, name: 'an airspeed', unit: 'm/s' },
  pressurePa: { min: 0, max: 100_000, name: 'a pressure', unit: 'Pa' },
  flowM3PerH: { min: 0, max: 10_000, name: 'a flow', unit: 'm³/h' },
  correctionDb: { min: -20, max: 20, name: 'a correction', unit: 'dB' },
  correctionDoubtDb: { min: 0, max: 20, name: 'a correction’s ±', unit: 'dB' },
  doubtK: { min: 0, max: 50, name: 'a ±', unit: 'K' },
  heightMm: { min: 0, max: 2000, name: 'a height', unit: 'mm' },
  clearanceMm: { min: 0, max: 1000, name: 'a clearance', unit: 'mm' },
  price: { min: 0, max: 1_000_000, name: 'a price', unit: '' },
  fanCount: { min: 0, max: 100, name: 'a number of fans', unit: '' },
  count: { min: 1, max: 1000, name: 'a count', unit: '' },
} as const satisfies Record<string, { min: number; max: number; name: string; unit: string }>;

export type Bound = keyof typeof BOUNDS;

/** Lists and texts. */
export const MOST = {
  loads: 20,
  /** Characters of a text, typed or in a file, as FORMATS has it; and of a cell of a change log, which joins several. */
  text: 1000,
  changed: 20_000,
  title: 300,
  entries: 1000,
  runs: 50_000,
  columns: 500,
  /** Characters of a physical line of any file. */
  line: 1_000_000,
  /** Problems that are listed; how many more there are is said. */
  problems: 300,
  jsonDepth: 24,
  files: 20_000,
} as const;

/**
 * What is wrong with a number, in words that say what was expected; null where it can be. NaN cannot.
 *
 * @example outOfBounds('levelDb', 33) → null
 */
export function outOfBounds(bound: Bound, value: number): string | null {
  const { min, max, name, unit } = BOUNDS[bound];
  if (value >= min && value <= max) return null;
  const shown = (value: number) => (Math.abs(value) >= 1e6 ? value.toExponential() : String(value));
  return `${name} lies between ${shown(min)} and ${shown(max)}${unit && ` ${unit}`}`;
}

/** Lone halves of a surrogate pair: no text, and no database takes them. */
const LONE_SURROGATE = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/**
 * What is wrong with a text; null where it can be kept.
 *
 * @example unfitText('Levante', 10) → null
 */
export function unfitText(text: string, most: number = MOST.text): string | null {
  if (text.length > most) return `is longer than ${most} characters`;
  if (text.includes('\0')) return 'holds a zero character';
  return LONE_SURROGATE.test(text) ? 'holds half a character' : null;
}

/** Names that would reach into the language itself. */
const FORBIDDEN_KEYS = new Set([...Object.getOwnPropertyNames(Object.prototype), 'prototype', 'toJSON']);

/**
 * Whether a name reaches into the language itself, and can name no part of a package.
 *
 * @example isForbiddenName('constructor') → true
 */
export function isForbiddenName(name: string): boolean {
  return FORBIDDEN_KEYS.has(name);
}

/**
 * What is wrong with the shape of a parsed JSON value: too deep, a text that cannot be kept, a key that reaches into the
 * language; null where nothing is. Walks without recursion, so that depth itself cannot hurt.
 *
 * @example unfitJson({ name: 'Levante' }) → null
 */
export function unfitJson(value: unknown, mostText: number = 200_000): string | null {
  const waiting: { value: unknown; depth: number }[] = [{ value, depth: 1 }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value: at, depth } = next;
    if (typeof at === 'string') {
      const wrong = unfitText(at, mostText);
      if (wrong) return `a text ${wrong}`;
    }
    if (typeof at === 'number' && !Number.isFinite(at)) return 'a number that is not finite';
    if (typeof at !== 'object' || at === null) continue;
    if (depth > MOST.jsonDepth) return `nested deeper than ${MOST.jsonDepth} levels`;
    for (const key of Object.keys(at)) {
      if (FORBIDDEN_KEYS.has(key)) return `a part named “${key}”`;
      const wrong = unfitText(key, MOST.text);
      if (wrong) return `the name of a part ${wrong}`;
    }
    for (const inner of Object.values(at)) waiting.push({ value: inner, depth: depth + 1 });
  }
  return null;
}
