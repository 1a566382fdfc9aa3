import { troubleOf } from './saveRun';

const answer = (status: number, body: Parameters<typeof troubleOf>[0]['body'] = {}) =>
  troubleOf({ status, message: 'as the server says', body });

test('who was faster is named with what stands there now; a run that changed without a trace is a conflict, too', () => {
  const last = { who: 'Ane', what: 'the setting', was: '50 %', isNow: '60 %' };
  expect(answer(409, { last })).toEqual({
    ...{ kind: 'conflict', who: 'Ane', theirs: 'the setting from “50 %” to “60 %”' },
  });
  expect(answer(409)).toEqual({ kind: 'conflict', who: '', theirs: '' });
});

test('what can be true and is mostly a slip is asked about, and not refused', () => {
  expect(answer(422, { asked: ['A room of 45 °C: is it so?'] })).toEqual({
    ...{ kind: 'asked', asked: ['A room of 45 °C: is it so?'] },
  });
});

test('sending again is offered where nobody answered or the server failed, and not where the value cannot be', () => {
  expect(answer(0)).toMatchObject({ kind: 'failed', again: true });
  expect(answer(503)).toMatchObject({ kind: 'failed', again: true });
  expect(answer(422, { field: 'noiseDb' })).toEqual({
    ...{ kind: 'failed', message: 'as the server says', field: 'noiseDb', again: false },
  });
  expect(answer(404)).toMatchObject({ message: 'This run is not there any more.' });
});
