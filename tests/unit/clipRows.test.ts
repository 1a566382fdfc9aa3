import fc from 'fast-check';
import { NO_COVERS, type CoverWords } from '@/core/lineUp/underCover';
import { clipsCsv } from '@/formats/bundle/tables/sideTables';
import { readClips, type BundleClip } from '@/formats/bundle/tables/clipsTable';
import { ProblemList } from '@/formats/problem';
import type { Recording } from '@/database/sound/recordings';
import { exportedClips } from '@/lab/sound/exportedClips';

const PLAIN = {
  labels: new Map<number, string>(),
  words: NO_COVERS,
  ofEntry: (_: string, text: string) => text,
};

/** A text as it may stand in a cell: no more than a thousand characters, none at its ends that a table takes off. */
const word = (most = 40) =>
  fc
    .string({ minLength: 1, maxLength: most, unit: 'grapheme' })
    .map((text) => text.replace(/[\0\r\n]/g, ' ').trim())
    .filter((text) => text !== '' && !text.startsWith("'"));
const WAV = new TextEncoder().encode('RIFF');
const PATHS = ['clips/a.wav', 'clips/b.wav', 'clips/tone.wav', 'clips/room.wav'];

const clip: fc.Arbitrary<Omit<BundleClip, 'line'>> = fc
  .record({
    kind: fc.constantFrom('clip' as const, 'calibration' as const, 'room' as const),
    setting: word(),
    path: fc.constantFrom(...PATHS),
    calibration: fc.constantFrom('', 'clips/tone.wav'),
    room: fc.constantFrom('', 'clips/room.wav'),
    calibratorDb: fc.constantFrom(94, 114),
    distanceCm: fc.option(fc.double({ min: 1, max: 1000, noNaN: true })),
    run: fc.constantFrom('', '001'),
    recordedAt: fc
      .date({ min: new Date('2000-01-01'), max: new Date('2099-01-01'), noInvalidDate: true })
      .map((at) => at.toISOString()),
    channel: fc.integer({ min: 1, max: 8 }),
    usedAnyway: fc.oneof(fc.constant(''), word()),
    setAside: fc.oneof(fc.constant(''), word()),
  })
  .map((row) => ({
    ...row,
    entry: row.kind === 'clip' ? 'levante' : '',
    setting: row.kind === 'clip' ? row.setting : '',
    // What calibrates nothing has no level to tell.
    calibratorDb: row.calibration === '' && row.kind !== 'calibration' ? 94 : row.calibratorDb,
  }));

function read(csv: string) {
  const problems = new ProblemList();
  const used = new Set<string>();
  const clips = readClips(
    new TextEncoder().encode(csv),
    {
      files: new Map(PATHS.map((path) => [path, WAV])),
      entries: new Set(['levante']),
      runs: new Set(['001']),
      used,
    },
    problems,
  );
  return { clips, used, problems: problems.list() };
}

test('rows of recordings come back as they went out, whatever stands in them', () => {
  fc.assert(
    fc.property(fc.array(clip, { minLength: 1, maxLength: 6 }), (rows) => {
      const { clips, problems, used } = read(clipsCsv(rows));
      expect(problems).toEqual([]);
      expect(clips.map(({ line: _, ...row }) => row)).toEqual(rows);
      for (const { path, calibration, room } of rows)
        for (const own of [path, calibration, room]) expect(own === '' || used.has(own)).toBe(true);
    }),
  );
});

test.each([
  [
    'a kind that is none',
    'entry,setting,path,kind\nlevante,50 %,clips/a.wav,song\n',
    'kind',
    'not one of clip',
  ],
  [
    'a time that is none',
    'entry,setting,path,recorded_at\nlevante,50 %,clips/a.wav,yesterday\n',
    'recorded_at',
    'ISO 8601',
  ],
  [
    'a run that is not there',
    'entry,setting,path,run\nlevante,50 %,clips/a.wav,999\n',
    'run',
    'no run "999"',
  ],
  ['half a channel', 'entry,setting,path,channel\nlevante,50 %,clips/a.wav,1.5\n', 'channel', 'whole number'],
  [
    'a calibrator of a thousand decibels',
    'entry,setting,path,calibrator_db\nlevante,50 %,clips/a.wav,1000\n',
    'calibrator_db',
    'between -20 and 160',
  ],
  [
    'a distance of nothing',
    'entry,setting,path,distance_cm\nlevante,50 %,clips/a.wav,0\n',
    'distance_cm',
    'a distance lies',
  ],
  ['a path that leads out', 'entry,setting,path\nlevante,50 %,../a.wav\n', 'path', 'not in the bundle'],
  [
    'a calibration that is not there',
    'entry,setting,path,calibration\nlevante,50 %,clips/a.wav,x.wav\n',
    'calibration',
    'not in the bundle',
  ],
])('%s is told by its column, and the row is left out', (_, csv, column, message) => {
  const { clips, problems } = read(csv);
  expect(clips).toEqual([]);
  expect(problems[0]).toMatchObject({ file: 'clips.csv', line: 2, column });
  expect(problems[0]!.message).toContain(message);
});

const recording = (id: number, more: Partial<Recording> = {}): Recording =>
  ({
    ...{ id, kind: 'clip', entry: 'levante', entryId: 1, setting: '50 %', runId: null, name: 'take 1.wav' },
    ...{ recordedAt: new Date(Date.UTC(2026, 10, 26, 20, id)), distanceCm: 60, calibratorDb: null },
    ...{
      fullScaleDb: null,
      calibrationId: null,
      roomId: null,
      digest: 'd',
      size: 44,
      usedAnyway: '',
      setAside: '',
    },
    sound: { channel: 1 },
    ...more,
  }) as Recording;

test('paths are made of what they are, unique, and stay as they are when another recording comes later', () => {
  const made = (all: Recording[]) =>
    exportedClips(all, { ...PLAIN, isPublic: false }).map(({ id, row }) => [id, row.path]);
  const two = [recording(2), recording(1)];
  expect(made(two)).toEqual([
    [1, 'clips/levante-50.wav'],
    [2, 'clips/levante-50-2.wav'],
  ]);
  expect(made([recording(3), ...two]).slice(0, 2)).toEqual(made(two));
  expect(made([recording(1, { kind: 'room', entry: '' })])).toEqual([[1, 'clips/room.wav']]);
});

test('what is under cover goes by its cover, and readers are told no reasons', () => {
  const words: CoverWords = {
    text: (text) => text.replace(/levante/gi, 'Sample K'),
    id: (text) => text,
    found: () => null,
  };
  const ofEntry = (entry: string, text: string) => (entry === 'sample-k' ? text.replace(/120/g, 'K') : text);
  const [tone, take] = exportedClips(
    [
      recording(1, {
        kind: 'calibration',
        entry: '',
        setting: '',
        calibratorDb: 114,
        name: 'levante tone.wav',
      }),
      recording(2, {
        ...{ entry: 'sample-k', setting: 'Levante 120 low', calibrationId: 1, runId: 7 },
        ...{ setAside: 'the Levante rattled', usedAnyway: 'Levante' },
      }),
    ],
    {
      labels: new Map([[7, '012']]),
      words,
      ofEntry: (entry, text) => words.text(ofEntry(entry, text)),
      isPublic: true,
    },
  );
  expect(JSON.stringify([tone, take])).not.toMatch(/levante/i);
  expect(take!.row).toMatchObject({
    ...{
      entry: 'sample-k',
      setting: 'Sample K K low',
      calibration: tone!.row.path,
      calibratorDb: 114,
      run: '012',
    },
    ...{ setAside: 'set aside', usedAnyway: 'used anyway' },
  });
});
