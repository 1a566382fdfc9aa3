import { defaultBrief, type Brief } from './brief';
import { briefChanges } from './briefChanges';
import { methodCard } from './methodCard';
import { departures, type MethodDone } from './methodDone';
import { QUESTIONS } from './questions';
import { choiceOf, offered, OFFERED_SCHOOLS, SCHOOLS } from './schools';

const RIG = {
  name: 'Attic',
  revision: 3,
  enclosure: 'open',
  meterDistanceCm: 60,
  limitC: 90,
};
const DONE: MethodDone = {
  runs: 40,
  setAside: 0,
  measured: 8,
  unmeasured: 0,
  mounts: { low: 2, high: 2 },
  passes: { low: 2, high: 2 },
  controlMounts: 4,
  loads: ['170 W', '90 W'],
  missingLoads: [],
  roomC: { low: 21, high: 24 },
  withoutDie: 0,
  floorDba: { low: 21.04, high: 21.6 },
  typed: 0,
  unsettled: 0,
  movedWindows: 0,
  calledSettled: 0,
  leftOut: [],
  corrected: [],
};
const changed = (more: Partial<Brief>): Brief => ({ ...defaultBrief(), ...more });
const asking = (brief: Brief, question: RegExp, done: MethodDone | null = DONE) =>
  methodCard(brief, RIG, done).find((answer) => question.test(answer.question))?.answer;

test('a brief that was not changed costs nothing; each change is told once, with what it costs', () => {
  expect(briefChanges(defaultBrief(), defaultBrief())).toEqual([]);
  const changes = briefChanges(
    changed({
      loads: [
        { watts: 170, program: '', gpuWatts: 0 },
        { watts: 90, program: '', gpuWatts: 0 },
      ],
    }),
    changed({
      loads: [
        { watts: 170, program: '', gpuWatts: 0 },
        { watts: 120, program: 'render', gpuWatts: 200 },
      ],
      noiseLinesDba: [31, 33],
      windowS: 600,
    }),
  );
  expect(changes.map((change) => change.what)).toEqual([
    'heat loads',
    'noise lines, dB(A)',
    'settled window, s',
  ]);
  expect(changes[0]).toMatchObject({
    was: '170 W, 90 W',
    isNow: '170 W, render 120 W + 200 W',
    incomparable: 'Runs at 90 W leave the ranking; they stay in the logbook.',
  });
  expect(changes[1]!.incomparable).toContain('Places published at the old line');
  // A second line beside the one that ranks costs nobody a place.
  expect(briefChanges(defaultBrief(), changed({ noiseLinesDba: [33, 40] }))[0]!.incomparable).toBe('');
  expect(briefChanges(defaultBrief(), changed({ passes: 3 }))[0]).toMatchObject({
    was: '2',
    isNow: '3',
    incomparable: '',
  });
});

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
    expect(new Set(choices.map((choice) => choice.value)).size).toBe(choices.length);
    expect(choiceOf(key, 'nobody knows this one')).toBe(choices[0]);
  }
});

test('the method card states what was done, and before the first run that it is a plan', () => {
  const card = methodCard(defaultBrief(), RIG, DONE);
  expect(asking(defaultBrief(), /Why at 33 dB/)).toContain('60 cm from the middle of the cooler');
  expect(asking(defaultBrief(), /Why at 33 dB/)).toContain('Room noise was 21.0 to 21.6 dB(A)');
  expect(asking(defaultBrief(), /How sure/)).toBe(
    '2 mounts of 2 passes each, 40 runs of 8 entries; the control was put on 4 times. ± is the 95 % interval; places nearer than the simultaneous 95 % critical difference are shared.',
  );
  expect(asking(defaultBrief(), /How much heat/)).toContain('170 W and 90 W');
  expect(asking(defaultBrief(), /depart/)).toBeUndefined();
  expect(asking(defaultBrief(), /On what/)).toContain('Attic, revision 3, open bench');
  expect(card.every((answer) => answer.question.endsWith('?') && answer.answer.length > 20)).toBe(true);

  expect(asking(defaultBrief(), /Is it measured/, null)).toContain('this is the plan');
  expect(asking(defaultBrief(), /Why at 33 dB/, null)).toContain('is read before each mount');
  expect(asking(changed({ passes: 1, mounts: 1 }), /How sure/, null)).toContain(
    'Planned: 1 mount of 1 pass each',
  );
  expect(asking(changed({ noiseLinesDba: [33, 38] }), /Why at 33 dB/)).toContain('and at 38 dB(A) beside it');
});

test('where what was done departs from the plan it says so', () => {
  const done = {
    ...DONE,
    setAside: 1,
    unmeasured: 2,
    mounts: { low: 1, high: 2 },
    passes: { low: 1, high: 2 },
    controlMounts: 1,
    missingLoads: ['idle'],
    typed: 3,
    unsettled: 2,
    movedWindows: 1,
    calledSettled: 1,
  };
  expect(departures(defaultBrief(), done)).toEqual([
    '2 entries of the line-up have no runs',
    'not measured at idle',
    'some were mounted once, where 2 mounts were planned',
    'some points were read once a mount, where 2 passes were planned',
    'the control was never re-tested',
    'the means of 3 runs were typed: settling was not checked',
    'the window of 1 run was moved by hand',
    '1 soak was called settled before the rule',
    '2 runs had not settled and support no curve',
    '1 run was set aside, with the reason',
  ]);
  expect(departures(defaultBrief(), DONE)).toEqual([]);
  expect(asking(defaultBrief(), /depart/, done)).toContain('Not measured at idle. Some were mounted once');
});

test('the card speaks of what the question compares, and of the heat that was made', () => {
  const fans = changed({
    question: 'fans-on-cooler',
    loads: [{ watts: 140, program: 'render', gpuWatts: 0 }],
  });
  expect(asking(fans, /On which cooler/)).toContain('All fans are tested on one heatsink');
  expect(asking(fans, /Why these fans/)).toBeUndefined();
  expect(asking(fans, /How much heat/)).toContain('Closer to use');
  const mixed = changed({
    loads: [
      { watts: 140, program: 'render', gpuWatts: 0 },
      { watts: 90, program: '', gpuWatts: 180 },
    ],
  });
  expect(asking(mixed, /How much heat/, null)).toContain(
    'render, about 140 W and 90 W with 180 W from the graphics card',
  );
  expect(asking(mixed, /How much heat/)).toContain('As in a game');
  const schools = { ...defaultBrief().schools, point: { choice: 'noise', reason: 'Readers asked for it.' } };
  expect(asking(changed({ schools }), /Why at 33/)).toContain('Readers asked for it.');
});

test('no school is offered by which nothing is computed or stated', () => {
  for (const school of OFFERED_SCHOOLS) {
    expect(offered(school).length).toBeGreaterThan(1);
    expect(school.effect).not.toBe('');
  }
  expect(OFFERED_SCHOOLS.map((school) => school.key)).toEqual([
    'fans',
    'reaching',
    'temperature',
    'interface',
  ]);
});

test('each question says what it can answer, and what it cannot', () => {
  for (const { value, label, cannot } of QUESTIONS) {
    const [first] = methodCard(changed({ question: value }), RIG, DONE);
    expect(first!.answer).toContain(label);
    expect(first!.answer).toContain(`Not answered: ${cannot.charAt(0).toLowerCase()}${cannot.slice(1)}`);
  }
});
