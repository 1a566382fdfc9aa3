import { replacing, smallBundle } from '../../../tests/support/bundles';
import { insidePath } from './bundleFiles';
import { readBundle } from './readBundle';

test('a sound bundle has no problems, and keeps what it does not know', () => {
  const bundle = readBundle(
    smallBundle((files) => {
      files.set('airspeed.csv', 'entry,m_s\na,2.1\n');
      replacing('runs.csv', 'floor_db,trace', 'floor_db,trace,set_aside,mood')(files);
      files.set('runs.csv', files.get('runs.csv')!.replaceAll('.csv\n', '.csv,,calm\n'));
      files.set(
        'traces/1.csv',
        files.get('traces/1.csv')!.replace('power_w', 'power_w,door').replaceAll(',170\n', ',170,shut\n'),
      );
    }),
  );
  expect(bundle.problems).toEqual([]);
  expect(bundle.others.map((other) => other.path)).toEqual(['airspeed.csv']);
  expect(bundle.runs[0]!.run.extra).toEqual({ mood: 'calm' });
  expect(bundle.runs[0]!.trace!.channels.map((channel) => channel.heading)).toContain('door');
});

const unusable: [string, (files: Map<string, string>) => void, RegExp][] = [
  ['no datapackage.json', (files) => files.delete('datapackage.json'), /datapackage\.json: not there/],
  [
    'no JSON',
    (files) => files.set('datapackage.json', '{\n "name": "x",,\n}'),
    /datapackage\.json, line 2: not readable JSON/,
  ],
  [
    'unknown version',
    replacing('datapackage.json', '"formatVersion":1', '"formatVersion":7'),
    /unknown format version: 1 is understood, got 7/,
  ],
  ['no limit', replacing('datapackage.json', '"limitC":90', '"x":90'), /rig\.limitC is missing/],
  ['no table', (files) => files.delete('runs.csv'), /runs\.csv: not there/],
  ['no column', replacing('runs.csv', 'noise_db', 'noise'), /runs\.csv, line 1, noise_db: required column/],
  ['a quote left open', replacing('entries.csv', 'b,Poniente', 'b,"Poniente'), /entries\.csv.*(uote|CSV)/],
];

test.each(unusable)('of no use: %s', (_, change, message) => {
  expect(() => readBundle(smallBundle(change))).toThrow(message);
});

const broken: [string, (files: Map<string, string>) => void, object][] = [
  [
    'text in a number',
    replacing('runs.csv', '1,a,1,1,170,50 %,30.0', '1,a,1,1,170,50 %,abc'),
    { file: 'runs.csv', line: 2, column: 'noise_db', message: 'not a number: "abc"' },
  ],
  ['missing trace', (files) => files.delete('traces/2.csv'), { file: 'runs.csv', line: 3, column: 'trace' }],
  [
    'a trace outside',
    replacing('runs.csv', 'traces/2.csv', '../2.csv'),
    { file: 'runs.csv', line: 3, column: 'trace' },
  ],
  [
    'no die temperature',
    replacing('traces/3.csv', 'cpu_c', 'cpu'),
    { file: 'traces/3.csv', line: 1, column: 'cpu_c' },
  ],
  [
    'no room temperature',
    replacing('traces/3.csv', 'ambient_c', 'room'),
    { file: 'traces/3.csv', line: 1, column: 'ambient_c' },
  ],
  ['unknown entry', replacing('runs.csv', '3,b', '3,z'), { file: 'runs.csv', line: 4, column: 'entry' }],
  ['run twice', replacing('runs.csv', '4,b', '3,b'), { file: 'runs.csv', line: 5, column: 'run' }],
  [
    'entry twice',
    replacing('entries.csv', 'b,Poniente', 'a,Poniente'),
    { file: 'entries.csv', line: 3, column: 'entry' },
  ],
  [
    'negative power',
    replacing('traces/4.csv', '21.0,170', '21.0,-170'),
    { file: 'traces/4.csv', line: 2, column: 'power_w' },
  ],
  [
    'time steps back',
    replacing('traces/4.csv', '\n9,', '\n3,'),
    { file: 'traces/4.csv', line: 11, column: 't_s' },
  ],
  [
    'a cell too few',
    replacing('runs.csv', '2,a,1,1,', '2,a,1,'),
    { file: 'runs.csv', line: 3, message: '8 cells, 9 expected: row left out' },
  ],
  [
    'unknown kind',
    replacing('entries.csv', 'air-tower', 'air tower'),
    { file: 'entries.csv', line: 2, column: 'kind' },
  ],
  [
    'mount of zero',
    replacing('runs.csv', '2,a,1,1,', '2,a,0,1,'),
    { file: 'runs.csv', line: 3, column: 'mount' },
  ],
];

test.each(broken)('a broken row is listed with its place: %s', (_, change, problem) => {
  expect(readBundle(smallBundle(change)).problems).toContainEqual(expect.objectContaining(problem));
});

test('files chosen without their folder are found by name, and none is kept twice', () => {
  const loose = new Map([...smallBundle()].map(([path, bytes]) => [path.split('/').pop()!, bytes]));
  const bundle = readBundle(loose);
  expect(bundle.problems).toEqual([]);
  expect(bundle.runs.every(({ trace }) => trace !== null)).toBe(true);
  expect(bundle.others).toEqual([]);
});

test('typed means do without a trace', () => {
  const bundle = readBundle(
    smallBundle((files) => {
      files.set(
        'runs.csv',
        'run,entry,mount,pass,load_w,setting,noise_db,floor_db,cpu_c,ambient_c,power_w\n1,a,1,1,170,50 %,30,22,61,21,170\n2,a,1,1,170,100 %,40,22,,21,170\n',
      );
    }),
  );
  expect(bundle.runs).toHaveLength(1);
  expect(bundle.problems).toMatchObject([{ line: 3, column: 'trace' }]);
});

test('what the method does not say has its default', () => {
  const { method, rig } = readBundle(
    smallBundle(replacing('datapackage.json', ',"windowS":300,"referenceAmbientC":23', '')),
  ).dataPackage;
  expect([method.windowS, method.referenceAmbientC, rig.meterDistanceCm]).toEqual([300, 23, 60]);
});

test('paths that lead outside are none', () => {
  expect(insidePath('traces/../1.csv')).toBeNull();
  expect(insidePath('/etc/passwd')).toBeNull();
  expect(insidePath('C:\\x.csv')).toBeNull();
  expect(insidePath('.\\traces\\1.csv')).toBe('traces/1.csv');
});
