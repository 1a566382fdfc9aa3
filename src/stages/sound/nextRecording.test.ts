import { hasSide, nextRecording } from './nextRecording';

const TONE = { kind: 'calibration' as const, setAside: '' };
const ROOM = { kind: 'room' as const, setAside: '' };

test('what is still to be recorded is named in its order, and what there is, is not asked for again', () => {
  expect(nextRecording([])).toMatch(
    /Record the calibration tone of the session, then the room alone, then each/,
  );
  expect(nextRecording([TONE])).toMatch(/Record the room alone, then each entry/);
  expect(nextRecording([ROOM])).toMatch(/Record the calibration tone of the session, then each entry/);
  expect(nextRecording([TONE, ROOM])).toMatch(/Record each entry at its settings, all with the same gain/);
});

test('a tone that was set aside is none', () => {
  expect(hasSide([{ ...TONE, setAside: 'clipped' }], 'calibration')).toBe(false);
  expect(nextRecording([{ ...TONE, setAside: 'clipped' }, ROOM])).toMatch(/Record the calibration tone/);
});
