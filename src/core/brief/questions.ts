export type Question =
  | 'coolers'
  | 'heatsinks-lab-fan'
  | 'fans-on-cooler'
  | 'fans-by-air'
  | 'fan-layout'
  | 'air-against-liquid'
  | 'case-places'
  | 'cases';

/** What a round-up can ask, each with what it can and cannot answer. */
export const QUESTIONS: readonly {
  value: Question;
  /** What is compared, as a heading and in a sentence. */
  one: string;
  many: string;
  label: string;
  can: string;
  cannot: string;
}[] = [
  {
    value: 'coolers',
    one: 'cooler',
    many: 'coolers',
    label: 'Whole coolers, as sold',
    can: 'Which cooler a buyer should take out of the box.',
    cannot: 'Whether a better heatsink hides behind a poor fan.',
  },
  {
    value: 'heatsinks-lab-fan',
    one: 'heatsink',
    many: 'heatsinks',
    label: 'Heatsinks, all with one lab fan',
    can: 'Which heatsink makes the most of the same air.',
    cannot: 'What a buyer gets without spending on that fan.',
  },
  {
    value: 'fans-on-cooler',
    one: 'fan',
    many: 'fans',
    label: 'Fans, on one cooler',
    can: 'Which fan cools this heatsink best per decibel.',
    cannot: 'Which fan suits a radiator, a filter or a free opening: those resist differently.',
  },
  {
    value: 'fans-by-air',
    one: 'fan',
    many: 'fans',
    label: 'Fans, by their air',
    can: 'How fast the air is at a distance, through a heatsink, a radiator or a filter, and what pressure a closed chamber holds, at equal noise.',
    cannot: 'The kelvins on a given cooler: air that passes beside its fins cools nothing.',
  },
  {
    value: 'fan-layout',
    one: 'arrangement',
    many: 'fan arrangements',
    label: 'Fan count or direction, on one cooler',
    can: 'What a second fan, or turning one round, changes at equal noise.',
    cannot: 'Whether it holds for another heatsink or case.',
  },
  {
    value: 'air-against-liquid',
    one: 'cooler',
    many: 'coolers',
    label: 'Air against liquid',
    can: 'Which cools better at the same noise, once the liquid has soaked for long.',
    cannot: 'How either takes a short burst: a loop stores heat for minutes.',
  },
  {
    value: 'case-places',
    one: 'layout',
    many: 'fan layouts',
    label: 'Fan places in a case',
    can: 'Where fans do most, for processor and graphics card together.',
    cannot: 'Anything about an open bench or another case.',
  },
  {
    value: 'cases',
    one: 'case',
    many: 'cases',
    label: 'Whole cases, with the same parts in each',
    can: 'Which case keeps its parts cooler at equal noise, with the fans that it is sold with or with a lab’s.',
    cannot: 'How it does with other parts in it, or how its panels sound.',
  },
];

/**
 * A question by its value.
 *
 * @example questionOf('fans-by-air').value → 'fans-by-air'
 */
export function questionOf(value: Question): (typeof QUESTIONS)[number] {
  return QUESTIONS.find((other) => other.value === value)!;
}

/**
 * Whether a question is asked of air alone: no heat, no kelvins, no die.
 *
 * @example isByAir('fans-by-air') → true
 */
export function isByAir(question: Question): boolean {
  return question === 'fans-by-air';
}

/**
 * Whether cases, or fans in one, are what is compared.
 *
 * @example isAboutCases('case-places') → true
 */
export function isAboutCases(question: Question): boolean {
  return question === 'case-places' || isOfWholeCases(question);
}

/**
 * Whether whole cases are compared: then what a rig stands in is what is asked, and keeps nothing apart.
 *
 * @example isOfWholeCases('case-places') → false
 */
export function isOfWholeCases(question: Question): boolean {
  return question === 'cases';
}
