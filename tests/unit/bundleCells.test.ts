import { coolerLevel } from '@/core/levels/coolerLevel';
import { levelOfRun } from '@/core/levels/meterMean';
import { rankBundle } from '@/lab/model/rankBundle';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { smallBundle } from '../support/bundles';

/** Puts a table in the place of one of the small bundle's, or beside them. */
function read(path: string, lines: readonly string[]): Bundle {
  return readBundle(smallBundle((files) => files.set(path, `${lines.join('\n')}\n`)));
}

const ENTRY = {
  entry: 'a',
  product: 'Levante',
  maker: 'Barlovento',
  kind: 'air-tower',
  fans: '1 × 120 mm',
  fan_count: '1',
  price: '50',
  currency: 'EUR',
  height_mm: '150',
  is_control: 'true',
};
const RUN = {
  run: '1',
  entry: 'a',
  mount: '1',
  pass: '1',
  load_w: '170',
  setting: '50 %',
  noise_db: '30.0',
  floor_db: '22.0',
  trace: 'traces/1.csv',
};
const READING = { run: '1', quantity: 'airspeed', place: '23 cm', value: '2.1', unit: 'm/s', rpm: '1200' };

const table = (sound: Record<string, string>, change: Record<string, string>): string[] => {
  const cells = { ...sound, ...change };
  const quoted = Object.values(cells).map((cell) => `"${cell.replaceAll('"', '""')}"`);
  return [Object.keys(cells).join(','), quoted.join(',')];
};

describe('entries.csv: a cell that cannot be is told, and what it costs', () => {
  test.each([
    ['kind', 'water', /not one of air-tower, .*: "water": row left out/, 0],
    ['kind', '', /not one of/, 0],
    ['entry', '', /empty: a value was expected/, 0],
    ['entry', 'constructor', /cannot be an id: another one was expected, as "constructor-1"/, 0],
    ['is_control', 'perhaps', /true or false expected: "perhaps"/, 1],
    ['currency', 'euro', /not an ISO 4217 code: "euro"/, 1],
    ['fan_count', '1.5', /not a whole number: 1.5/, 1],
    ['fan_count', '-1', /a number of fans lies between 0 and 100: -1/, 1],
    ['price', 'cheap', /not a number: "cheap"/, 1],
    ['price', '-1', /a price lies between 0 and 1000000|a price lies between/, 1],
    ['price', '1e99', /a price lies between/, 1],
    ['height_mm', '-1', /a height lies between 0 and 2000 mm: -1/, 1],
    ['product', 'x'.repeat(1001), /the text is longer than 1000/, 0],
  ])('%s = %j', (column, cell, message, kept) => {
    const bundle = read('entries.csv', table(ENTRY, { [column]: cell }));
    const [problem] = bundle.problems.filter((found) => found.file === 'entries.csv');
    expect(problem).toMatchObject({ line: 2, column, message: expect.stringMatching(message) });
    expect(bundle.entries).toHaveLength(kept);
  });

  test.each([
    ['is_control', '', (bundle: Bundle) => bundle.entries[0]!.isControl === false],
    ['is_control', 'TRUE', (bundle: Bundle) => bundle.entries[0]!.isControl],
    ['product', '', (bundle: Bundle) => bundle.entries[0]!.product === 'a'],
    ['currency', '', (bundle: Bundle) => bundle.entries[0]!.currency === 'EUR'],
    ['price', 'N/A', (bundle: Bundle) => bundle.entries[0]!.price === null],
    ['height_mm', '-', (bundle: Bundle) => bundle.entries[0]!.heightMm === null],
    ['colour', 'red', (bundle: Bundle) => bundle.entries[0]!.extra.colour === 'red'],
  ])('%s = %j is no problem', (column, cell, holds) => {
    const bundle = read('entries.csv', table(ENTRY, { [column]: cell }));
    expect(bundle.problems.filter((found) => found.file === 'entries.csv')).toEqual([]);
    expect(holds(bundle)).toBe(true);
  });
});

describe('runs.csv: a cell that cannot be is told, and what it costs', () => {
  test.each([
    ['run', '', /empty: a value was expected/, 0],
    ['entry', 'z', /no entry "z" in entries.csv: row left out/, 0],
    ['mount', '0', /a mount must be a whole number from 1 to 1000: 0/, 0],
    ['mount', '1.5', /a mount must be a whole number/, 0],
    ['pass', '1001', /a pass must be a whole number/, 0],
    ['load_w', '-1', /a power lies between 0 and 5000 W: -1/, 0],
    ['load_w', '', /empty: a number was expected/, 0],
    ['setting', '', /empty: a value was expected/, 0],
    ['noise_db', 'abc', /not a number: "abc"/, 0],
    ['noise_db', '1e308', /a level lies between -20 and 160 dB: 1e308/, 0],
    ['floor_db', 'Infinity', /not a number: "Infinity"/, 0],
    ['trace', 'traces/none.csv', /the log "traces\/none.csv" is not in the bundle: row left out/, 0],
    ['trace', '', /neither a trace, nor typed means/, 0],
    ['control', 'by hand', /fixed or automatic expected: "by hand"/, 1],
    ['started_at', 'yesterday', /not an ISO 8601 time: "yesterday"/, 1],
    ['started_at', '2026-02-31T25:00', /not an ISO 8601 time/, 1],
    ['duty_pct', '101', /a duty lies between 0 and 100 %: 101/, 1],
    ['rpm', '60001', /a speed lies between 0 and 60000 rpm: 60001/, 1],
    ['gpu_load_w', 'x', /not a number: "x"/, 0],
    ['power_w', 'x', /not a number: "x"/, 0],
    ['gpu_c', '201', /a temperature lies between -40 and 200 °C: 201/, 1],
    ['score_better', 'faster', /higher or lower expected: "faster"/, 1],
    ['ambient_doubt_k', '51', /a ± lies between 0 and 50 K: 51/, 1],
    ['window_start_s', '10', /a moved window has a start, a later end, and a reason/, 1],
    ['note', 'x'.repeat(1001), /the text is longer than 1000/, 0],
  ])('%s = %j', (column, cell, message, kept) => {
    const bundle = read('runs.csv', table(RUN, { [column]: cell }));
    const [problem] = bundle.problems;
    expect(problem).toMatchObject({
      file: 'runs.csv',
      line: 2,
      column,
      message: expect.stringMatching(message),
    });
    expect(bundle.runs).toHaveLength(kept);
  });

  test('a label that comes twice is left out the second time, with where it stood', () => {
    const [head, row] = table(RUN, {});
    const bundle = read('runs.csv', [head!, row!, row!]);
    expect(bundle.problems).toMatchObject([
      { line: 3, column: 'run', message: '"1" is on line 2 already: row left out' },
    ]);
    expect(bundle.runs).toHaveLength(1);
  });

  test('a moved window comes with both ends, in order, and its reason', () => {
    const moved = { window_start_s: '20', window_end_s: '320', window_reason: 'spike' };
    const sound = read('runs.csv', table(RUN, moved));
    expect(sound.problems).toEqual([]);
    expect(sound.runs[0]!.run).toMatchObject({
      movedWindow: { startS: 20, endS: 320 },
      windowReason: 'spike',
    });
    for (const wrong of [{ window_end_s: '20' }, { window_reason: '' }, { window_end_s: '' }])
      expect(read('runs.csv', table(RUN, { ...moved, ...wrong })).problems).toHaveLength(1);
  });
});

describe('a correction of the meter comes whole, or its row is left out', () => {
  const correction = {
    ...{ level_correction_db: '-1.35', level_correction_doubt_db: '0.23' },
    level_correction_why: 'a loose plug',
  };

  test('whole, it is part of the level', () => {
    const { problems, runs } = read('runs.csv', table(RUN, correction));
    expect(problems).toEqual([]);
    expect(runs[0]!.run.levelCorrection).toEqual({ db: -1.35, doubtDb: 0.23, why: 'a loose plug' });
    expect(levelOfRun(runs[0]!.run, []).levelDb).toBeCloseTo(coolerLevel(30, 22).levelDb - 1.35, 9);
  });

  test.each([
    [{ level_correction_why: '' }, /an amount, its ± and its source/],
    [{ level_correction_db: '' }, /an amount, its ± and its source/],
    [{ level_correction_doubt_db: '-1' }, /a correction’s ± lies between 0 and 20 dB: -1/],
    [{ level_correction_db: '40' }, /a correction lies between -20 and 20 dB: 40/],
  ])('%j', (wrong, message) => {
    const { problems, runs } = read('runs.csv', table(RUN, { ...correction, ...wrong }));
    expect(problems[0]).toMatchObject({ line: 2, message: expect.stringMatching(message) });
    expect(runs).toEqual([]);
  });
});

describe('bridged.csv: what another rig measured, never among the runs', () => {
  const row = {
    ...{ entry: 'b', load_w: '170', load_name: '', gpu_load_w: '', noise_db: '33', rise_k: '40.5' },
    ...{ interval95_k: '1.2', there_k: '43.1', level_db: '', from: 'Cellar, revision 1', by: '' },
  };

  test('a sound row is read, kept as it came, and ranked nowhere', () => {
    const bundle = read('bridged.csv', table(row, {}));
    expect(bundle.problems).toEqual([]);
    expect(bundle.bridged).toMatchObject([{ entry: 'b', lineDb: 33, levelDb: 33, value: 40.5, there: 43.1 }]);
    expect(bundle.others.map(({ path }) => path)).toEqual(['bridged.csv']);
    // It was measured here after all: the row gives way.
    expect(rankBundle(bundle, {}).bridged).toEqual([]);
  });

  test.each([
    ['entry', 'z', /no entry "z" in entries.csv/],
    ['rise_k', '-3', /a rise lies between 0 and 500 K: -3/],
    ['there_k', '', /empty: a number was expected/],
    ['from', '', /empty: a value was expected/],
    ['noise_db', '900', /a level lies between -20 and 160 dB: 900/],
  ])('%s = %j', (column, cell, message) => {
    const bundle = read('bridged.csv', table(row, { [column]: cell }));
    expect(bundle.problems).toMatchObject([{ line: 2, column, message: expect.stringMatching(message) }]);
    expect(bundle.bridged).toEqual([]);
  });

  test('the same entry, load and line twice: the second is left out', () => {
    const [head, cells] = table(row, {});
    const bundle = read('bridged.csv', [head!, cells!, cells!]);
    expect(bundle.bridged).toHaveLength(1);
    expect(bundle.problems[0]!.message).toContain('on line 2 already');
  });
});

describe('readings.csv: units are taken to one, and what cannot be is told', () => {
  test.each([
    ['airspeed', 'ft/min', '400', 2.032],
    ['pressure', 'mmH2O', '2', 19.6133],
    ['flow', 'ft3/min', '50', 84.950541],
    ['noise', 'dB(A)', '33.5', 33.5],
    ['temperature', 'degC', '-5', -5],
  ])('%s in %s', (quantity, unit, value, expected) => {
    const bundle = read('readings.csv', table(READING, { quantity, unit, value }));
    expect(bundle.problems).toEqual([]);
    expect(bundle.runs[0]!.readings[0]).toMatchObject({ quantity, place: '23 cm', rpm: 1200 });
    expect(bundle.runs[0]!.readings[0]!.value).toBeCloseTo(expected, 6);
  });

  test.each([
    ['quantity', 'torque', /not one of airspeed, pressure, flow, noise, temperature: "torque"/],
    ['quantity', 'constructor', /not one of/],
    ['unit', 'Pa', /airspeed is read in m\/s or ft\/min, got "Pa"/],
    ['value', '101', /an airspeed lies between 0 and 100 m\/s: 101 m\/s/],
    ['value', '', /empty: a number was expected/],
    ['place', '', /empty: a value was expected/],
    ['run', '99', /no run "99" in runs.csv: row left out/],
    ['rpm', '-1', /a speed lies between 0 and 60000 rpm: -1/],
  ])('%s = %j', (column, cell, message) => {
    const bundle = read('readings.csv', table(READING, { [column]: cell }));
    expect(bundle.problems).toMatchObject([
      { file: 'readings.csv', line: 2, column, message: expect.stringMatching(message) },
    ]);
    expect(bundle.runs.flatMap((item) => item.readings)).toEqual([]);
  });
});

describe('changes.csv', () => {
  const CHANGE = {
    run: '1',
    changed_at: '2026-03-01T10:00:00Z',
    who: 'Ana',
    what: 'note',
    was: '',
    is_now: 'x',
  };
  test.each([
    ['run', '9', /no run "9" in runs.csv/],
    ['changed_at', 'noon', /not an ISO 8601 time: "noon"/],
    ['run', '', /empty: a value was expected/],
  ])('%s = %j', (column, cell, message) => {
    const bundle = read('changes.csv', table(CHANGE, { [column]: cell }));
    expect(bundle.problems).toMatchObject([
      { file: 'changes.csv', line: 2, column, message: expect.stringMatching(message) },
    ]);
    expect(bundle.changes).toEqual([]);
  });
});

describe('datapackage.json: what it is known again by', () => {
  const withPart = (part: object) =>
    readBundle(
      smallBundle((files) => {
        const about = JSON.parse(files.get('datapackage.json')!) as object;
        files.set('datapackage.json', JSON.stringify({ ...about, ...part }));
      }),
    ).dataPackage;

  test.each([
    [{ id: 'abc', created: '2026-03-01T10:00:00Z' }, 'abc', '2026-03-01T10:00:00.000Z'],
    [{ id: 7, created: 7 }, null, undefined],
    [{ id: ' ', created: 'long ago' }, null, undefined],
    [{ created: '1889-01-01' }, null, undefined],
    [{ created: '9999-01-01' }, null, undefined],
    [{}, null, undefined],
  ])('%j', (part, packageId, beganAt) => {
    const found = withPart(part);
    expect([found.packageId, found.beganAt?.toISOString()]).toEqual([packageId, beganAt]);
  });
});
