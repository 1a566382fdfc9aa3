import { runLoudness } from './runLoudness';

const clip = (setting: string, sone: number, run: number | null = null, isBound = false) => ({
  ...{ entry: 'a', setting, sone, run, isBound },
});
const runs = [1, 2, 3].map((id) => ({ id, entry: 'a', setting: id === 3 ? '70 %' : '50 %' }));

test('a run has the loudness of its own recordings, else of those of its setting, else none', () => {
  const heard = runLoudness(runs, [clip('50 %', 1), clip('50 %', 1.2), clip('50 %', 3, 2)]);
  expect(heard.get(1)!.sone).toBeCloseTo((1 + 1.2 + 3) / 3, 10);
  expect(heard.get(2)).toEqual({ sone: 3, isBound: false });
  expect(heard.has(3)).toBe(false);
});

test('an upper limit counts where there is nothing else, and makes one', () => {
  expect(runLoudness(runs, [clip('70 %', 2), clip('70 %', 9, null, true)]).get(3)).toEqual({
    sone: 2,
    isBound: false,
  });
  expect(runLoudness(runs, [clip('70 %', 2, null, true), clip('70 %', 4, null, true)]).get(3)).toEqual({
    sone: 3,
    isBound: true,
  });
});

test('entries and settings whose names run together are kept apart', () => {
  const twins = [{ id: 1, entry: 'a', setting: 'b c' }];
  expect(runLoudness(twins, [{ ...clip('c', 5), entry: 'a b' }]).size).toBe(0);
});
