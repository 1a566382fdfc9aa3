import type { Against } from '../curves/curveRule';

/** What a picture or a ranking of the verdict shows; null and empty mean the round-up's own. */
export interface ShownWhat {
  response: string;
  place: string;
  against: Against;
  /** Noise, dB(A), speed, rpm, or duty, %. */
  at: number | null;
  /** Key of the heat load. */
  load: string;
}

export const PART_KINDS = [
  'text',
  'ranking',
  'curves',
  'bars',
  'entries',
  'awards',
  'sounds',
  'links',
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** A part of a verdict, in the order that readers see. */
export interface VerdictPart {
  kind: PartKind;
  title: string;
  /** Markdown, with live references; under a ranking or picture its caption. */
  body: string;
  what: ShownWhat;
}

export interface PhotoUse {
  /** Name of its file, as the lab keeps it. */
  photo: string;
  /** What it shows, for those who do not see it. */
  alt: string;
}

export interface EntryWords {
  entry: string;
  pros: string[];
  cons: string[];
  /** Markdown. */
  note: string;
  photos: PhotoUse[];
}

export const AWARD_KINDS = ['quiet', 'cool', 'value', 'small', 'all-round', 'own'] as const;
export type AwardKind = (typeof AWARD_KINDS)[number];

export interface GivenAward {
  kind: AwardKind;
  name: string;
  entry: string;
  /** Why it goes to another than the rule says; printed. */
  reason: string;
}

/** What a reviewer writes of a round-up for readers. */
export interface Verdict {
  /** Markdown. */
  summary: string;
  parts: VerdictPart[];
  entries: EntryWords[];
  awards: GivenAward[];
}

export const OWN_WHAT: ShownWhat = { response: 'rise', place: '', against: 'noise', at: null, load: '' };

const TITLES: Record<PartKind, string> = {
  text: '',
  ranking: 'The order',
  curves: 'Curves',
  bars: 'Heat and noise',
  entries: 'One by one',
  awards: 'Awards',
  sounds: 'To be heard',
  links: 'Elsewhere',
};

/**
 * A part as it begins.
 *
 * @example newPart('ranking').title → 'The order'
 */
export function newPart(kind: PartKind): VerdictPart {
  return { kind, title: TITLES[kind], body: '', what: { ...OWN_WHAT } };
}

/**
 * The verdict that a round-up begins with: order, curves, awards, each entry, and what was not measured.
 *
 * @example firstVerdict().parts.length → 5
 */
export function firstVerdict(): Verdict {
  return {
    summary: '',
    parts: [
      newPart('ranking'),
      newPart('curves'),
      newPart('awards'),
      newPart('entries'),
      {
        ...newPart('text'),
        title: 'What was not measured',
        body: 'How long they last, whether they leak, what they do in other cases and on other processors.',
      },
    ],
    entries: [],
    awards: [],
  };
}
