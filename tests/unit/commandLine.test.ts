import { spawnSync } from 'node:child_process';
import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { program } from '@/lab/work/program';

/** The command as `./abanico rank` runs it. */
function rank(...args: string[]) {
  const command = [...program('rank'), ...args];
  const { status, stdout, stderr } = spawnSync('node', command, { encoding: 'utf8' });
  return { status, stdout, stderr };
}

interface Answer {
  noiseLineDba: number;
  loadW: number;
  ranking: Record<string, unknown>[];
  notPlaced: { entry: string; status: string; reason: string }[];
  problems: unknown[];
  [key: string]: unknown;
}

const answer = (...args: string[]) => JSON.parse(rank(...args, '--json').stdout) as Answer;
const PLAIN = 'tests/samples/plain';

test('the ranking of a bundle has the keys that outside scripts rely on, and no others of another ranking', () => {
  const { ranking, notPlaced, ...rest } = answer(PLAIN);
  expect(rest).toEqual({ noiseLineDba: 33, loadW: 170, problems: [] });
  expect(notPlaced).toEqual([]);
  expect(ranking.map(({ place }) => place)).toEqual(ranking.map((_, i) => i + 1));
  for (const row of ranking) {
    expect(Object.keys(row).sort()).toEqual(
      [
        ...['deltaTK', 'entry', 'interval95', 'levelDb', 'place', 'placeFrom', 'placeTo', 'resistanceKPerW'],
        ...['spread', 'status', 'temperatureAtReferenceC', 'tieGroup', 'uncertaintyK'],
      ].sort(),
    );
    expect(row.deltaTK as number).toBeCloseTo((row.resistanceKPerW as number) * 170, 1);
    expect(row.temperatureAtReferenceC as number).toBeCloseTo(23 + (row.deltaTK as number), 2);
  }
});

test('what another rig measured stands by itself, in JSON and for people, and only at its own line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'abanico-bridged-'));
  cpSync(PLAIN, folder, { recursive: true });
  const far = 'far,Calmo 92,Astillero,air-tower,1 × 92 mm,1,,EUR,,false\r\n';
  appendFileSync(join(folder, 'entries.csv'), far);
  writeFileSync(
    join(folder, 'bridged.csv'),
    'entry,load_w,noise_db,rise_k,interval95_k,there_k,from\nfar,170,33,40.26,1.234,43.11,"Cellar, revision 1"\n',
  );
  const { bridged, ranking, notPlaced } = answer(folder);
  expect(bridged).toEqual([
    {
      ...{ entry: 'far', deltaTK: 40.26, interval95: 1.234, thereK: 43.11 },
      ...{ from: 'Cellar, revision 1', by: '' },
    },
  ]);
  expect(ranking.map(({ entry }) => entry)).not.toContain('far');
  expect(notPlaced).toMatchObject([{ entry: 'far', status: 'no-runs' }]);
  expect(rank(folder).stdout).toMatch(
    /Bridged, not measured here\n⤳ far {2}Calmo 92 {2}40\.3 ± 1\.2 K, from 43\.1 K on Cellar, revision 1/,
  );
  expect(answer(folder, '--noise', '34')).not.toHaveProperty('bridged');
  rmSync(folder, { recursive: true });
});

test('--detail adds to each row what FORMATS lists, null with a why where it cannot be told', () => {
  const { ranking } = answer(PLAIN, '--detail');
  const KEYS = ['airflowIndependentKPerW', 'bandScoreWPerK', 'noiseToHoldDba', 'capacityW', 'kneeDba'];
  for (const row of ranking) {
    const detail = row.detail as Record<string, unknown> & { why?: Record<string, string>; places: number[] };
    const [from, to] = detail.places;
    expect(from).toBeGreaterThanOrEqual(1);
    expect(to).toBeLessThanOrEqual(ranking.length);
    for (const key of KEYS) {
      expect(detail).toHaveProperty(key);
      expect([key, detail[key] === null]).toEqual([key, detail.why?.[key] !== undefined]);
      if (detail[key] === null) expect(detail.why![key]).toMatch(/.{10,}/);
    }
    expect(detail.capacityW as number).toBeCloseTo((90 - 0.8 - 23) / (row.resistanceKPerW as number), -1);
  }
  // The same draws each time.
  expect(answer(PLAIN, '--detail').ranking).toEqual(ranking);
  const first = ranking[0]!.detail as { airflowIndependentKPerW: { value: number; interval95: number } };
  expect(first.airflowIndependentKPerW.value).toBeGreaterThan(0);
  expect(first.airflowIndependentKPerW.interval95).toBeGreaterThan(0);
});

test('a band of the method’s own is scored, and one that is none is a problem of the package', () => {
  const folder = mkdtempSync(join(tmpdir(), 'abanico-rank-'));
  try {
    cpSync(PLAIN, folder, { recursive: true });
    const path = join(folder, 'datapackage.json');
    const source = JSON.parse(readFileSync(path, 'utf8')) as { abanico: { method: Record<string, unknown> } };
    const withBand = (bandDba: unknown) => {
      source.abanico.method.bandDba = bandDba;
      writeFileSync(path, JSON.stringify(source));
    };
    const scores = () =>
      answer(folder, '--detail').ranking.map(
        ({ entry, detail }) => [entry, (detail as { bandScoreWPerK: number | null }).bandScoreWPerK] as const,
      );
    withBand([32, 34]);
    const narrow = scores();
    expect(narrow.filter(([, score]) => score !== null).length).toBeGreaterThan(3);
    for (const [entry, score] of narrow) {
      const row = answer(folder).ranking.find((other) => other.entry === entry)!;
      // Over a narrow band about the line the score is the conductance there.
      if (score !== null) expect(score * (row.resistanceKPerW as number)).toBeCloseTo(1, 1);
    }
    withBand([34, 32]);
    const wrong = rank(folder, '--json');
    expect([wrong.status, wrong.stdout]).toEqual([2, '']);
    expect(wrong.stderr).toMatch(/datapackage\.json.*bandDba.*under the second/);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test('for people it is a table; for another response it has a value, and detail is of the rise alone', () => {
  const table = rank(PLAIN);
  expect(table).toMatchObject({ status: 0, stderr: '' });
  expect(table.stdout).toMatch(/^At 33\.0 dB\(A\), 170 W\n\nplace\s+entry\s+product\s+rise, K/);
  const level = answer(PLAIN, '--response', 'level', '--against', 'rpm', '--at', '1000', '--detail');
  expect(level).toMatchObject({
    response: 'level',
    unit: 'dB(A)',
    better: 'lower',
    against: 'rpm',
    at: 1000,
  });
  for (const row of level.ranking) {
    expect(row).toHaveProperty('value');
    expect(row).not.toHaveProperty('deltaTK');
    expect(row).not.toHaveProperty('detail');
  }
});

test.each<[string, string[], RegExp]>([
  ['nothing', [], /BUNDLE/],
  ['a folder that is not there', ['tests/samples/nowhere'], /nowhere/],
  [
    'a response that no run has',
    [PLAIN, '--response', 'airspeed'],
    /no run has the response "airspeed".*there are: rise/,
  ],
  ['an axis that is none', [PLAIN, '--against', 'colour'], /--against: noise, rpm, duty, sone are there/],
  [
    'loudness where nothing was recorded',
    [PLAIN, '--response', 'sone', '--against', 'rpm', '--at', '900'],
    /no run has the response "sone"/,
  ],
  ['a speed without a place on it', [PLAIN, '--against', 'rpm'], /--at/],
  ['two lines at once', [PLAIN, '--noise', '33', '--at', '30'], /give one of the two/],
  ['a level that is no number', [PLAIN, '--noise', 'loud'], /noise/],
])('%s ends with 2, one line on standard error, and nothing on standard output', (_, args, said) => {
  const { status, stdout, stderr } = rank(...args);
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(said);
});

test('rehearse draws whole round-ups with a seed and tells shares; a wrong flag is told in one line with status 2', () => {
  const rehearse = (...args: string[]) =>
    spawnSync('node', [...program('rehearse'), ...args], {
      encoding: 'utf8',
    });
  const told = (...args: string[]) =>
    JSON.parse(rehearse('--rounds', '40', '--json', ...args).stdout) as Record<string, number>;
  const apart = told('--gap', '5', '--entries', '4', '--seed', '3');
  expect(Object.keys(apart)).toEqual([
    ...['rounds', 'winnerAlone', 'winnerShares', 'winnerMissed', 'neighboursTold', 'intervalsHold'],
  ]);
  expect(apart).toMatchObject({ rounds: 40, winnerMissed: 0 });
  expect(apart.winnerAlone! + apart.winnerShares!).toBe(1);
  expect(apart.winnerAlone).toBeGreaterThan(0.9);
  expect(told('--gap', '5', '--entries', '4', '--seed', '3')).toEqual(apart);
  const equal = told('--gap', '0', '--entries', '4');
  expect(equal.anyTold).toBeLessThan(0.2);
  // Where mounts scatter by far more than what one mount is taken to, the best is missed.
  expect(told('--mounts', '1', '--mount-spread', '6', '--gap', '1').winnerMissed).toBeGreaterThan(0.2);
  for (const wrong of [['--mounts', '0'], ['--gap', 'x'], ['--seed', '1.5'], ['BUNDLE'], ['--unknown']]) {
    const { status, stdout, stderr } = rehearse(...wrong);
    expect([status, stdout, stderr.trim().split('\n').length]).toEqual([2, '', 1]);
  }
});
