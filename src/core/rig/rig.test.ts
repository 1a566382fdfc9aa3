import fc from 'fast-check';
import { checkHolds, checkOffset, isOverdue, type Instrument } from './instrument';
import { BEHIND_CM, defaultSetup, horizontalCm, setupProblems, type RigSetup } from './rigSetup';
import { setupDifferences } from './setupDifferences';

const setup = (more: Partial<RigSetup> = {}): RigSetup => ({
  ...defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 }),
  ...more,
});

test('a setup of defaults can be; places outside the room, under the floor of geometry or over the ceiling cannot', () => {
  expect(setupProblems(setup())).toEqual([]);
  const told = (more: Partial<RigSetup>) =>
    setupProblems(setup(more)).map((setupProblem) => setupProblem.field);
  expect(told({ meterDistanceCm: 5000 })).toContain('meterDistanceCm');
  expect(told({ probeDistanceCm: 321, roomDepthCm: 400 })).toContain('probeDistanceCm');
  expect(told({ meterHeightCm: 200, coolerHeightCm: 85, meterDistanceCm: 60 })).toContain('meterDistanceCm');
  expect(told({ meterHeightCm: 250, roomHeightCm: 250, meterDistanceCm: 200 })).toContain('meterHeightCm');
  const [wall] = setupProblems(setup({ meterDistanceCm: 400, roomDepthCm: 400 }));
  expect(wall!.message).toBe(
    `the meter is outside the room: ${400 - BEHIND_CM} cm from the cooler to the wall`,
  );
});

test('the drawn distance and the heights give the straight line again', () => {
  const cm = fc.double({ min: 1, max: 400, noNaN: true });
  fc.assert(
    fc.property(cm, cm, cm, (distanceCm, heightCm, coolerCm) => {
      const across = horizontalCm(distanceCm, heightCm, coolerCm);
      if (Math.abs(heightCm - coolerCm) > distanceCm) expect(across).toBe(0);
      else expect(Math.hypot(across, heightCm - coolerCm)).toBeCloseTo(distanceCm, 6);
    }),
  );
});

test('what differs between two setups is named with its unit and what would bridge it', () => {
  expect(setupDifferences(setup(), setup())).toEqual([]);
  const differences = setupDifferences(
    setup({ microphone: 'class 2, A' }),
    setup({ meterDistanceCm: 100, enclosure: 'Caseta', clockMhz: 4200 }),
  );
  expect(differences).toMatchObject([
    { what: 'enclosure', was: 'open', isNow: 'Caseta', remedy: expect.stringContaining('never mixed') },
    {
      what: 'meter distance',
      was: '60 cm',
      isNow: '100 cm',
      remedy: expect.stringContaining('never ranked together'),
    },
    { what: 'microphone', was: 'class 2, A', isNow: 'not recorded' },
    { what: 'clock', was: 'not recorded', isNow: '4200 MHz' },
  ]);
});

test('checks of the day: 94 dB on the calibrator and no offset at a cold start, half a unit allowed', () => {
  const check = (kind: 'calibrator' | 'cold start', reading: number) => ({
    on: '2026-11-25',
    kind,
    reading,
    note: '',
  });
  expect(checkOffset(check('calibrator', 93.4))).toBeCloseTo(-0.6, 9);
  expect(checkHolds(check('calibrator', 93.4))).toBe(false);
  expect(checkHolds(check('calibrator', 94.4))).toBe(true);
  expect(checkHolds(check('cold start', -0.5))).toBe(true);
  expect(checkHolds(check('cold start', 0.7))).toBe(false);
});

test('a calibration runs out the day after it is due, and one without a date never does', () => {
  const meter: Instrument = {
    name: 'meter',
    kind: 'sound meter',
    range: '',
    resolution: '',
    grade: '',
    calibratedOn: '2025-11-25',
    dueOn: '2026-11-25',
  };
  expect(isOverdue(meter, '2026-11-25')).toBe(false);
  expect(isOverdue(meter, '2026-11-26')).toBe(true);
  expect(isOverdue({ ...meter, dueOn: '' }, '2100-01-01')).toBe(false);
});
