import { defaultBrief, type Brief } from './brief';
import { briefChanges } from './briefChanges';
import { methodCard } from './methodCard';
import { QUESTIONS } from './questions';
import { choiceOf, SCHOOLS } from './schools';

const RIG = {
  name: 'Attic',
  revision: 3,
  enclosure: 'open',
  meterDistanceCm: 60,
  limitC: 90,
  floorDba: { low: 21.04, high: 21.6 },
};
const changed = (more: Partial<Brief>): Brief => ({ ...defaultBrief(), ...more });
const asking = (brief: Brief, question: RegExp) => methodCard(brief, RIG).find((of) => question.test(of.question))?.answer; // prettier-ignore

test('a brief that was not changed costs nothing; each change is told once, with what it costs', () => {
  expect(briefChanges(defaultBrief(), defaultBrief())).toEqual([]);
  const changes = briefChanges(
    changed({ loads: [{ watts: 170, program: '', gpuWatts: 0 }, { watts: 90, program: '', gpuWatts: 0 }] }),
    changed({ loads: [{ watts: 170, program: '', gpuWatts: 0 }, { watts: 120, program: 'render', gpuWatts: 200 }], noiseLinesDba: [31, 33], windowS: 600 }),
  );
  expect(changes.map((of) => of.what)).toEqual(['heat loads', 'noise lines, dB(A)', 'settled window, s']);
  expect(changes[0]).toMatchObject({ was: '170 W, 90 W', isNow: '170 W, render 120 W + 200 W', incomparable: 'Runs at 90 W leave the ranking; they stay in the logbook.' });
  expect(changes[1]!.incomparable).toContain('Places published at the old line');
  // A second line beside the one that ranks costs nobody a place.
  expect(briefChanges(defaultBrief(), changed({ noiseLinesDba: [33, 40] }))[0]!.incomparable).toBe('');
  expect(briefChanges(defaultBrief(), changed({ passes: 3 }))[0]).toMatchObject({ was: '2', isNow: '3', incomparable: '' });
}); // prettier-ignore

test('every school can be changed, and is told in its own words', () => {
  for (const { key, question, choices } of SCHOOLS) {
    const other = choices[choices.length - 1]!;
    const schools = { ...defaultBrief().schools, [key]: { choice: other.value, reason: '' } };
    const [change, ...more] = briefChanges(defaultBrief(), changed({ schools }));
    expect(more).toEqual([]);
    expect(change).toMatchObject({
      what: question.toLowerCase(),
      was: choices[0]!.label,
      isNow: other.label,
    });
    expect(new Set(choices.map((of) => of.value)).size).toBe(choices.length);
    expect(choiceOf(key, 'nobody knows this one')).toBe(choices[0]);
  }
});

test('the method card answers by the brief and the rig as they stand', () => {
  const card = methodCard(defaultBrief(), RIG);
  expect(asking(defaultBrief(), /Why at 33 dB/)).toContain('60 cm from the cooler');
  expect(asking(defaultBrief(), /Why at 33 dB/)).toContain('The room alone stood at 21.0 to 21.6 dB(A)');
  expect(methodCard(defaultBrief(), { ...RIG, floorDba: null })[1]!.answer).toContain(
    'is read before each mount',
  );
  expect(asking(defaultBrief(), /How sure/)).toContain('2 mounts of 2 passes each');
  expect(asking(changed({ passes: 1, mounts: 1 }), /How sure/)).toContain('1 mount of 1 pass each');
  expect(asking(defaultBrief(), /On what/)).toContain('Attic, revision 3, open bench');
  expect(card.every((of) => of.question.endsWith('?') && of.answer.length > 20)).toBe(true);
  // What nobody had to decide is not explained at length.
  expect(asking(defaultBrief(), /Loudness/)).toBeUndefined();
});

test('reasons stand on the card where their choice does, and another point of comparison is owned up to', () => {
  const schools = {
    ...defaultBrief().schools,
    point: { choice: 'full', reason: 'Readers asked for it.' },
    loudness: { choice: 'dba', reason: 'No recordings yet.' },
  };
  const brief = changed({ schools, loads: [{ watts: 140, program: 'render', gpuWatts: 0 }, { watts: 90, program: '', gpuWatts: 180 }] }); // prettier-ignore
  const point = asking(brief, /not at equal noise/)!;
  expect(point).toContain('Rewards the loudest fan.');
  expect(point).toContain('Readers asked for it.');
  expect(asking(brief, /Loudness/)).toContain('No recordings yet.');
  expect(asking(brief, /How much heat/)).toContain('render, about 140 W and 90 W with 180 W from the graphics card'); // prettier-ignore
});

test('each question says what it can answer, and what it cannot', () => {
  for (const { value, label, cannot } of QUESTIONS) {
    const [first] = methodCard(changed({ question: value }), RIG);
    expect(first!.answer).toContain(label);
    expect(first!.answer).toContain(`Not answered: ${cannot.charAt(0).toLowerCase()}${cannot.slice(1)}`);
  }
});
