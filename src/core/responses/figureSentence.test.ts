import { figureSentence } from './figureSentence';
import { RESPONSES, responseOf } from './responses';

const basis = { windowS: 300, program: false, place: '' };

test.each(RESPONSES.map((response) => [response.id, response] as const))(
  'what a figure of %s is stands in one sentence, with how settings are joined',
  (_, response) => {
    const sentence = figureSentence(response, basis);
    expect(sentence).toMatch(/^Each figure is .*interpolated, never beyond them\.$/);
    expect(sentence).not.toMatch(/undefined|null|, ,|\(\)/);
  },
);

test.each([
  ['rise', {}, 'in the last 5 min of a settled soak, converted to the nominal load'],
  ['rise', { program: true }, 'with the watts that the program drew'],
  ['gpu-rise', {}, 'graphics card, in the last 5 min'],
  ['airspeed', { place: '23 cm' }, 'readings of airspeed (23 cm)'],
  ['pressure', { place: 'chamber' }, 'pressure (chamber), converted by the square law'],
  ['burst-rise-60', {}, '60 s after the load came on'],
  ['limit-time', {}, 'entries that never did have none'],
])('%s with %j: %s', (id, more, part) => {
  expect(figureSentence(responseOf(id)!, { ...basis, ...more })).toContain(part);
});
