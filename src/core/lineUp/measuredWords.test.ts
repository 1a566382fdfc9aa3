import { agoWords, measuredWords } from './measuredWords';
import { olderRunsSentence } from '../runs/olderRuns';

const now = new Date('2026-11-26T12:00:00Z');

test.each([
  ['2026-11-26T09:00:00Z', 'today'],
  ['2026-11-25T09:00:00Z', '1 day ago'],
  ['2026-10-15T09:00:00Z', '42 days ago'],
  ['2026-10-12T09:00:00Z', '1 month ago'],
  ['2025-09-20T09:00:00Z', '14 months ago'],
  ['2023-09-20T09:00:00Z', '3 years ago'],
])('%s is %s', (then, words) => {
  expect(agoWords(new Date(then), now)).toBe(words);
});

test('what was measured of an entry is told by rig and revision, with its age where it is noted', () => {
  const lastAt = new Date('2025-09-20T09:00:00Z');
  expect(measuredWords([], now)).toBe('no runs');
  expect(
    measuredWords(
      [
        { rig: 'Open bench A', revision: 2, runs: 24, lastAt },
        { rig: 'Cellar', revision: 1, runs: 1, lastAt: null },
      ],
      now,
    ),
  ).toBe('24 runs on Open bench A, revision 2, the last 14 months ago; 1 run on Cellar, revision 1');
});

test('older runs are told with whose they are and how old the oldest is; those set aside do not count', () => {
  const run = (product: string, isOlder: boolean, startedAt = '', setAside = '') => ({
    product,
    isOlder,
    startedAt,
    setAside,
  });
  const runs = [
    run('Galerna', true, '2025-09-20T09:00:00'),
    run('Galerna', true, '2025-09-25'),
    run('Levante', false, '2026-11-26T10:00:00'),
    run('Poniente', true, '2020-01-01', 'cable in the fan'),
  ];
  expect(olderRunsSentence(runs, now)).toBe(
    '2 of 3 runs are older than this round-up, of Galerna: the oldest was made 14 months before it began.',
  );
  expect(olderRunsSentence(runs.slice(2), now)).toBe('');
  expect(olderRunsSentence([run('Galerna', true, '2026-11-26T09:00:00')], now)).toContain(
    'just before it began',
  );
});
