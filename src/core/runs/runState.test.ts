import { coolerLevel } from '../levels/coolerLevel';
import { known, unknown } from '../outcome';
import { noDie } from '../reduction/noResult';
import type { Reduction } from '../reduction/reduceTrace';
import { settledWindow } from '../settling/settledWindow';
import type { LabRun } from './labRun';
import { isFlagged, runState, whatToKnow } from './runState';

const SETTLED = {
  settled: true,
  unsettledReason: '',
  tooShort: '',
  hasDie: true,
  riseK: 37,
  slopeKPerMin: known(0.02),
  heatLimited: false,
  runningAway: false,
  powerSource: 'measured',
  powerMeanW: 170,
  ambientSource: 'probe',
} as Reduction;

const RUN = {
  hasTrace: true,
  setting: '60 %',
  setAside: '',
  loadW: 170,
  level: coolerLevel(38, 21),
  ambientDoubtK: null,
  levelCorrection: null,
  movedWindow: null,
  windowReason: '',
  control: 'fixed',
  isControl: false,
  isOlder: false,
  note: '',
} as unknown as LabRun;

const short = settledWindow(
  Float64Array.from({ length: 120 }, (_, i) => i),
  { first: 0, last: 119 },
  300,
);
const tooShort = short.known ? '' : short.reason;

const moving = (slope: number) => ({
  settled: false,
  unsettledReason: 'still moves',
  slopeKPerMin: known(slope),
});

/** One table of what a run can be: its state, what is said of it, and whether it wants a second look. */
const CASES: [string, Partial<LabRun>, Partial<Reduction>, string, string[], boolean][] = [
  ['settled', {}, {}, 'settled', [], false],
  ['typed by hand', { hasTrace: false }, {}, 'typed', ['Means typed by hand: settling not checked'], false],
  [
    'set aside, whatever it came to',
    { setAside: 'door slammed' },
    moving(2),
    'set aside',
    ['Door slammed', 'Still moves'],
    false,
  ],
  ['without a die', {}, noDie(), 'other readings', [], false],
  [
    'of no result',
    {},
    { settled: false, unsettledReason: 'at or under the room: no result', riseK: NaN },
    'no result',
    ['At or under the room: no result'],
    true,
  ],
  [
    'at the limit',
    {},
    { heatLimited: true, powerMeanW: 121.4 },
    'at the limit',
    ['Held at 90 °C: 121 W of 170 W flowed'],
    true,
  ],
  [
    'at the limit, and no power logged',
    {},
    { heatLimited: true, powerSource: 'nominal' },
    'at the limit',
    ['Held at 90 °C, and no power was logged: K/W is a lower bound'],
    true,
  ],
  ['rising again', {}, { ...moving(2), runningAway: true }, 'rising again', ['Still moves'], true],
  ['rising', {}, moving(0.4), 'rising', ['Still moves'], true],
  ['falling', {}, moving(-0.4), 'falling', ['Still moves'], true],
  ['not settled, though it stands still', {}, moving(0.01), 'not settled', ['Still moves'], true],
  [
    'not settled, and no slope',
    {},
    { settled: false, unsettledReason: 'holes', slopeKPerMin: unknown('no slope') },
    'not settled',
    ['Holes'],
    true,
  ],
  [
    'too short',
    {},
    { settled: false, unsettledReason: tooShort, tooShort, slopeKPerMin: known(3) },
    'too short',
    [expect.stringMatching(/120 s/) as unknown as string],
    true,
  ],
  [
    'at the floor',
    { level: coolerLevel(23, 21.5) },
    {},
    'settled',
    ['At the floor: level is an upper bound'],
    true,
  ],
  [
    'under the floor',
    { level: coolerLevel(21, 22) },
    {},
    'settled',
    ['Reads no louder than the room: level is an upper bound'],
    true,
  ],
  ['near the floor', { level: coolerLevel(26, 22) }, {}, 'settled', ['Only 4.0 dB over the room'], true],
  ['without power', {}, { powerSource: 'nominal' }, 'settled', ['Power not logged: set load assumed'], false],
  ['idle without power', { loadW: 0 }, { powerSource: 'nominal' }, 'settled', [], false],
  [
    'with a typed room',
    { ambientDoubtK: 0.5 },
    { ambientSource: 'typed' },
    'settled',
    ['Room temperature typed, not logged, ± 0.5 K'],
    false,
  ],
  [
    'with a moved window',
    { movedWindow: { startS: 1, endS: 2 }, windowReason: 'spike' },
    {},
    'settled',
    ['Window moved by hand: spike'],
    false,
  ],
  [
    'older than its round-up, of the control, with a note',
    { isOlder: true, isControl: true, note: 'rubber feet off' },
    {},
    'settled',
    ['Older than this round-up', 'Control', 'rubber feet off'],
    false,
  ],
  ['under automatic fans', { control: 'automatic' }, {}, 'settled', ['Fans under automatic control'], false],
];

test.each(CASES)('a run %s', (_, run, reduction, state, notes, flagged) => {
  const made = { ...RUN, ...run, reduction: { ...SETTLED, ...reduction } } as LabRun;
  expect(runState(made)).toBe(state);
  expect(whatToKnow(made, 90, [])).toEqual(notes);
  expect(isFlagged(made, [])).toBe(flagged);
  // What a run shows beside the others wants a look, but for one that does not count.
  expect(isFlagged(made, ['Stands apart'])).toBe(made.setAside === '');
  expect(whatToKnow(made, 90, ['Stands apart'])).toContain('Stands apart');
});
