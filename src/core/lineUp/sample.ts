export const SAMPLE_STATES = ['new', 'opened', 'retired'] as const;
export const DIARY_EVENTS = [
  'arrived',
  'parts missing',
  'lent on',
  'came back',
  'broke',
  'used as donor',
  'note',
] as const;

export interface DiaryLine {
  on: string;
  event: (typeof DIARY_EVENTS)[number];
  note: string;
}

/** What the first mount taught, for readers who build. */
export interface Handling {
  minutes: number | null;
  hands: number | null;
  /** Whether the back of the board must be reached. */
  backAccess: boolean;
  /** Parts missing or to be bought, with the price of all. */
  partsToBuy: string;
  partsPrice: number | null;
  hoseStiffness: string;
  clips: string;
  note: string;
}

/** One physical unit of a product. */
export interface Sample {
  label: string;
  serial: string;
  source: 'bought' | 'lent';
  /** Who lent it, and the day it goes back, as 2026-12-01; empty where it was bought, or nobody said. */
  lender: string;
  returnOn: string;
  /** Where the receipt of a bought one is. */
  receipt: string;
  state: (typeof SAMPLE_STATES)[number];
  diary: DiaryLine[];
  /** Null until the first mount. */
  handling: Handling | null;
}

/**
 * @example blankSample('A').source → 'bought'
 */
export function blankSample(label: string): Sample {
  return {
    ...{ label, serial: '', source: 'bought', lender: '', returnOn: '', receipt: '' },
    ...{ state: 'new', diary: [], handling: null },
  };
}

/**
 * @example Object.keys(blankHandling()).length > 0 → true
 */
export function blankHandling(): Handling {
  return {
    minutes: null,
    hands: null,
    backAccess: false,
    partsToBuy: '',
    partsPrice: null,
    hoseStiffness: '',
    clips: '',
    note: '',
  };
}

/**
 * A label for another sample, after those that a product has: letters in their order, from B on where none was noted, since the first
 * is there without one.
 *
 * @example nextSample(['A', 'B']) → 'C'
 */
export function nextSample(labels: readonly string[]): string {
  const taken = new Set(labels.map((label) => label.trim().toUpperCase()));
  for (let code = 66; code <= 90; code += 1) {
    const letter = String.fromCodePoint(code);
    if (!taken.has(letter)) return letter;
  }
  return String(labels.length + 1);
}
