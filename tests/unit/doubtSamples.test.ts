import { rankBundle, type RankChoice } from '@/lab/model/rankBundle';
import { readBundle } from '@/formats/bundle/readBundle';
import { sampleOf } from '../support/samples';

const ranked = (sample: string, choice: RankChoice = {}) => {
  const bundle = readBundle(sampleOf(`tests/samples/doubt/${sample}`));
  const { ranking, problems } = rankBundle(bundle, choice);
  const of = (entry: string) => ranking.placed.find((placed) => placed.entry === entry)!;
  const places = ranking.placed.map(({ placeFrom, placeTo }) => [placeFrom, placeTo]);
  return { ranking, problems, of, places };
};

test('six equal coolers mounted once: nobody is told from anybody, and each interval holds the truth', () => {
  const { ranking, places } = ranked('one-mount-two-passes');
  expect(places).toEqual(Array(6).fill([1, 6]));
  for (const { value, interval95 } of ranking.placed)
    expect(Math.abs(value - 31.08)).toBeLessThan(interval95);
});

test('a cooler slower than its soak is not judged by the soak', () => {
  const { ranking } = ranked('slower-than-its-soak');
  expect(ranking.placed.map(({ entry }) => entry)).toEqual(['a']);
  expect(ranking.notPlaced).toMatchObject([{ entry: 'b', status: 'unsettled' }]);
});

test('a sensor of whole degrees tells nobody apart by a step', () => {
  const { of, places } = ranked('whole-degrees');
  expect(places).toEqual([
    [1, 2],
    [1, 2],
  ]);
  // A step of 1 °C is uniform over itself: 0.29 K.
  expect(of('a').doubt).toContainEqual({
    from: 'step',
    variance: expect.closeTo(1 / 12, 6),
    freedom: Infinity,
  });
});

test('watts of the wall restate nothing, and an idle that they see is no window', () => {
  const { of } = ranked('idle-at-the-wall');
  expect(of('a').value).toBeCloseTo(22, 1);
  expect(of('b').value).toBeCloseTo(23.2, 1);
});

test('one cooler at three speeds near the one asked for is one cooler', () => {
  const { of, places } = ranked('off-in-speed', { against: 'rpm', at: 1000 });
  expect(places).toEqual(Array(3).fill([1, 3]));
  expect(of('c').restated).toBe(false);
  // Restated by an exponent that nobody measured: its doubt is told.
  expect(of('b').restated).toBe(true);
  expect(of('b').doubt.find(({ from }) => from === 'law')!.variance).toBeGreaterThan(0.01);
});

test('at the limit within the interval nobody can say whether it holds the load', () => {
  const { ranking, of } = ranked('near-the-limit');
  expect(of('a')).toMatchObject({ status: 'near-limit' });
  expect(ranking.placed.map(({ status }) => status)).not.toContain('throttled');
});

test('scores of two units are ranked by one; rows of the other are problems', () => {
  const { ranking, problems } = ranked('two-scores', { response: 'score' });
  expect(ranking.placed.map(({ entry }) => entry)).toEqual(['b', 'a']);
  expect(problems).toMatchObject([
    { file: 'runs.csv', column: 'score_unit', message: expect.stringContaining('not ranked') },
    { file: 'runs.csv', column: 'score_unit' },
  ]);
});
