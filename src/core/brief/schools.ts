/** One question of method on which reviewers differ, with the answers and what each leads to. */
export interface School {
  key: SchoolKey;
  question: string;
  /** What choosing does in the application, or what decides in its place. */
  effect: string;
  /** The first is the default. One that nothing is computed by yet is not offered. */
  choices: readonly { value: string; label: string; consequence: string; later?: true }[];
}

export type SchoolKey =
  | 'fans'
  | 'point'
  | 'reaching'
  | 'temperature'
  | 'statistic'
  | 'heat'
  | 'enclosure'
  | 'interface'
  | 'loudness'
  | 'value';

export const SCHOOLS: readonly School[] = [
  {
    key: 'fans',
    question: 'Which fans',
    effect: 'Printed on the method card; Line-up lists which fans are compared.',
    choices: [
      {
        value: 'sold',
        label: 'as sold',
        consequence: 'Ranks what a buyer gets; a poor fan costs a good heatsink its place.',
      },
      {
        value: 'lab',
        label: 'one lab fan on all',
        consequence: 'Ranks heatsinks; what is ranked is not sold.',
      },
      {
        value: 'both',
        label: 'as sold and lab fan',
        consequence: 'Answers both, for about twice the hours.',
      },
    ],
  },
  {
    key: 'point',
    question: 'Where coolers are compared',
    effect: 'The ranking is at equal noise; Curves shows quietest, full speed and idle beside it.',
    choices: [
      {
        value: 'noise',
        label: 'equal noise',
        consequence: 'All are equally loud at the meter; the other settings are shown beside it.',
      },
      {
        value: 'rpm',
        label: 'equal rpm',
        consequence: 'Hides that the same speed is louder with more or larger fans.',
        later: true,
      },
      {
        value: 'duty',
        label: 'equal duty',
        consequence: 'Hides that makers choose the top speed freely.',
        later: true,
      },
      { value: 'full', label: 'full speed', consequence: 'Rewards the loudest fan.', later: true },
      {
        value: 'automatic',
        label: 'the maker’s automatic curve',
        consequence: 'Ranks the board’s fan curve along with the cooler.',
        later: true,
      },
    ],
  },
  {
    key: 'reaching',
    question: 'How equal noise is reached',
    effect:
      'The plan takes its settings from it, and the bench trims the fans to them. A reading within 0.3 dB of the line reaches it.',
    choices: [
      {
        value: 'sweep',
        label: 'a sweep, read off the curve',
        consequence: 'The line can be moved afterwards; a duty step need not hit it.',
      },
      {
        value: 'tune',
        label: 'fans tuned to the line',
        consequence:
          'The line and a setting 3 dB on either side, quickly; a line far from them cannot be read later.',
      },
    ],
  },
  {
    key: 'temperature',
    question: 'Which temperature',
    effect: 'Curves opens with it; the order is the same.',
    choices: [
      {
        value: 'rise',
        label: 'rise over the room',
        consequence: 'A warm room costs no entry its place.',
      },
      {
        value: 'restated',
        label: 'converted to the reference room',
        consequence: 'Reads like a thermometer; the order is that of the rise.',
      },
      {
        value: 'raw',
        label: 'as read',
        consequence: 'Entries measured on different days are not comparable; shown, never ranked.',
        later: true,
      },
    ],
  },
  {
    key: 'statistic',
    question: 'Which value of the window',
    effect: 'The mean ranks; the page of each run has its maximum.',
    choices: [
      { value: 'mean', label: 'mean', consequence: 'Steady against a single glitch of the sensor.' },
      {
        value: 'maximum',
        label: 'maximum',
        consequence: 'Grows with the length of the log and the noise of the sensor; shown beside the mean.',
        later: true,
      },
    ],
  },
  {
    key: 'heat',
    question: 'Heat',
    effect: 'Follows the heat loads above.',
    choices: [
      {
        value: 'fixed',
        label: 'fixed watts',
        consequence: 'The same heat for all, converted from the measured watts.',
      },
      {
        value: 'program',
        label: 'a named program',
        consequence: 'Closer to use; the watts differ between entries and are kept as measured.',
      },
      {
        value: 'mixed',
        label: 'processor and graphics card together',
        consequence: 'As in a game; the card’s air warms the cooler.',
      },
    ],
  },
  {
    key: 'enclosure',
    question: 'Where it is mounted',
    effect: 'Follows the rig.',
    choices: [
      { value: 'open', label: 'open bench', consequence: 'Room air reaches every cooler alike.' },
      {
        value: 'case',
        label: 'inside a case',
        consequence: 'Case air and panels count; never mixed with an open bench in one ranking.',
      },
    ],
  },
  {
    key: 'interface',
    question: 'Between die and cooler',
    effect: 'Printed on the method card; Rig records what is between die and cooler.',
    choices: [
      {
        value: 'paste',
        label: 'paste, fresh each mount',
        consequence: 'The usual joint; remounts show how much it scatters.',
      },
      {
        value: 'pad',
        label: 'a reusable pad',
        consequence: 'Scatters less and costs a few kelvin, alike for all.',
      },
    ],
  },
  {
    key: 'loudness',
    question: 'Loudness',
    effect: 'Levels are in dB(A).',
    choices: [
      {
        value: 'dba',
        label: 'dB(A)',
        consequence: 'What every meter gives; two fans of one level may still sound unlike.',
      },
      {
        value: 'sone',
        label: 'sone',
        consequence: 'Closer to the ear; needs a calibrated recording of each point.',
        later: true,
      },
    ],
  },
  {
    key: 'value',
    question: 'Value',
    effect: 'Prices are shown beside the places.',
    choices: [
      {
        value: 'front',
        label: 'front of price and rise, then the ratio',
        consequence: 'Shows what nothing cheaper beats.',
        later: true,
      },
      {
        value: 'ratio',
        label: 'price per conductance at the line',
        consequence: 'One number; it flatters the cheapest.',
        later: true,
      },
    ],
  },
];

export interface Chosen {
  choice: string;
  /** Why, in the reviewer's words. */
  reason: string;
}

/**
 * @example defaultSchools().statistic.choice → 'mean'
 */
export function defaultSchools(): Record<SchoolKey, Chosen> {
  return Object.fromEntries(
    SCHOOLS.map((school) => [school.key, { choice: school.choices[0]!.value, reason: '' }]),
  ) as Record<SchoolKey, Chosen>;
}

/**
 * The choices of a school that something is computed or stated by.
 *
 * @example offered({ choices: [{ value: 'a' }, { value: 'b', later: 'not computed' }] }) → [{ value: 'a' }]
 */
export function offered(school: School): School['choices'] {
  return school.choices.filter((choice) => !choice.later);
}

/** Schools in which a reviewer can choose; the others follow from loads and rig, or wait for what is computed later. */
export const OFFERED_SCHOOLS = SCHOOLS.filter(
  (school) => !['heat', 'enclosure'].includes(school.key) && offered(school).length > 1,
);

/**
 * @example choiceOf('statistic', 'mean').value → 'mean'
 */
export function choiceOf(key: SchoolKey, value: string): School['choices'][number] {
  const school = SCHOOLS.find((school) => school.key === key)!;
  return school.choices.find((choice) => choice.value === value) ?? school.choices[0]!;
}
