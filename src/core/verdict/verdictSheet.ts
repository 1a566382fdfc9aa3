import { isAboutCases, isByAir, questionOf, type Question } from '../brief/questions';
import type { Against } from '../curves/curveRule';
import { responseOf, RISE } from '../responses/responses';

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

export const AWARD_KINDS = ['quiet', 'cool', 'value', 'worth', 'small', 'all-round', 'own'] as const;
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

/** Kinds of parts by name. */
export const PART_NAMES: Readonly<Record<PartKind, string>> = {
  text: 'Text',
  ranking: 'Ranking',
  curves: 'Curves',
  bars: 'Bars',
  entries: 'Each entry',
  awards: 'Awards',
  sounds: 'Sounds',
  links: 'Links',
};

/**
 * A part as it begins.
 *
 * @example newPart('ranking').title → 'The order'
 */
export function newPart(kind: PartKind): VerdictPart {
  return { kind, title: TITLES[kind], body: '', what: { ...OWN_WHAT } };
}

/** What a verdict can be of: its question, and what was measured for it. */
export interface VerdictFacts {
  question: Question;
  /** Ids of responses that have an order, in the order of the registry. */
  responses: readonly string[];
  hasSounds: boolean;
  /** Whether an award has a rule here: fans that move air alone have none. */
  hasAwards: boolean;
}

const NOTHING_SPECIAL: VerdictFacts = {
  question: 'coolers',
  responses: [RISE.id],
  hasSounds: false,
  hasAwards: true,
};

/** What a question asks for beside the own order: what else gets warm in a case, what else air does. */
function isAskedBeside(question: Question, id: string): boolean {
  if (isByAir(question)) return responseOf(id)?.atPlaces !== null;
  return isAboutCases(question) && responseOf(id)?.overRoom === true && responseOf(id)?.channel !== null;
}

/** What no round-up of a question has measured. */
function notMeasured(question: Question): string {
  if (isByAir(question)) return `${questionOf(question).cannot} How long they last.`;
  if (isAboutCases(question)) return `${questionOf(question).cannot} How long their fans and filters last.`;
  return 'How long they last, whether they leak, what they do in other cases and on other processors.';
}

/**
 * The verdict that a round-up begins with, by its question: its order and curves, what else it asks for and has measured, sounds and
 * awards where there are any, each entry, and what was not measured.
 *
 * @example firstVerdict().parts.length → 5
 */
export function firstVerdict(facts: VerdictFacts = NOTHING_SPECIAL): Verdict {
  const { question, responses, hasSounds, hasAwards } = facts;
  const own = responses.includes(RISE.id) ? RISE.id : responses[0];
  const beside = responses.filter((id) => id !== own && isAskedBeside(question, id));
  return {
    summary: '',
    parts: [
      newPart('ranking'),
      newPart('curves'),
      ...beside.map((response) => ({
        ...newPart('ranking'),
        title: responseOf(response)!.name,
        what: { ...OWN_WHAT, response },
      })),
      ...(hasSounds ? [newPart('sounds')] : []),
      ...(hasAwards ? [newPart('awards')] : []),
      newPart('entries'),
      { ...newPart('text'), title: 'What was not measured', body: notMeasured(question) },
    ],
    entries: [],
    awards: [],
  };
}
