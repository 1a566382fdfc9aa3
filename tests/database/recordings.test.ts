import { wavBytes } from '@/core/sound/recording/wavBytes';
import { seededChance } from '@/core/statistics/chance';
import { insertCommand, insertSession } from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { readBundle } from '@/formats/bundle/readBundle';
import { exportBundle } from '@/lab/outgoing/exportBundle';
import { importBundle } from '@/lab/bring/importBundle';
import { rankBundle } from '@/lab/model/rankBundle';
import { bundleReport } from '@/lab/report/bundleReport';
import { viewResponse } from '@/lab/model/responseView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { withLoudness } from '@/lab/sound/bundleClips';
import { changeRecording, keepListening } from '@/lab/sound/changeRecording';
import { keepRecording } from '@/lab/sound/keepRecording';
import { recordedWhole } from '@/lab/sound/recordedFile';
import { viewListening, viewSound } from '@/lab/sound/soundPage';
import { sonesOf, viewRecordings } from '@/lab/sound/soundView';
import { viewJudgement } from '@/lab/orders/beyond/judgementView';
import { beginUpload, takeFile } from '@/lab/bring/uploads';
import { airClips } from '@demo/generators/airClips';
import { airRoundUp } from '@demo/generators/airRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { calibratorSound, fanSound, simulatedSound, SOUND_RATE_HZ } from '@/simulator/fanSound';
import { beginMount } from '@/core/bench/benchState';
import { TestBench, until } from '../support/bench';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';
import { smallBundle } from '../support/bundles';

inFreshLab();

const CLIPS = airClips(7);
const withClips = () => new Map([...asBytes(airRoundUp(7)), ...CLIPS]);
const viewed = async (id: number) => (await viewRoundUp(id))!;
const clipsOf = async (id: number) => (await viewRecordings(await viewed(id))).clips;
const FULL_SCALE_DB = 108;
const wav = (sound: Parameters<typeof simulatedSound>[0], seed = 1) =>
  wavBytes(simulatedSound(sound, seededChance(seed)), SOUND_RATE_HZ);
const TONE = wav(calibratorSound(94, FULL_SCALE_DB));
const fanWav = (levelDba: number, rpm: number, seed = 1) =>
  wav(
    fanSound(
      { blades: 7, bladePassDb: 12, motorDb: null, ring: null },
      { rpm, levelDba, roomDba: 12, fullScaleDb: FULL_SCALE_DB },
    ),
    seed,
  );

let fans: number;
beforeAll(async () => {
  fans = await importSound(withClips());
});

async function keep(id: number, bytes: Uint8Array, more: Partial<Parameters<typeof keepRecording>[1]>) {
  const uploadId = await beginUpload();
  await takeFile(
    uploadId,
    'take.wav',
    (async function* () {
      yield await Promise.resolve(bytes);
    })(),
  );
  return keepRecording(uploadId, {
    ...{ roundUpId: id, kind: 'clip', entry: '', setting: '', run: null, channel: 1 },
    ...{ recordedAt: '2026-11-26T20:00:00Z', distanceCm: 60, calibratorDb: null },
    ...more,
  });
}

test('clips of a bundle are kept with what was heard; the one whose gain was moved is told and left out, until somebody says so', async () => {
  const clips = await clipsOf(fans);
  expect(clips).toHaveLength(12);
  for (const { recording, judged, meterDba } of clips) {
    const wasMoved = recording.entry === 'galope' && recording.setting === '100 %';
    expect(judged.loudness.known).toBe(!wasMoved);
    if (!wasMoved) expect(Math.abs(judged.levelDba! - meterDba!)).toBeLessThan(0.6);
    else
      expect(judged.outOf).toMatch(
        /comes to 4\d\.\d dB\(A\), and the meter read 3\d\.\d: the gain was moved/,
      );
  }
  const moved = clips.find(({ judged }) => !judged.loudness.known)!;
  await changeRecording(fans, moved.recording.id, { usedAnyway: 'for a test' });
  expect((await clipsOf(fans)).filter(({ judged }) => judged.loudness.known)).toHaveLength(12);
  await changeRecording(fans, moved.recording.id, { usedAnyway: '' });
  const room = (await viewRecordings(await viewed(fans))).others.find(({ kind }) => kind === 'room')!;
  await expect(changeRecording(fans, moved.recording.id, { calibrationId: room.id })).rejects.toThrow('tone');
  await expect(changeRecording(fans, room.id, { roomId: room.id })).rejects.toThrow('itself');
});

test('loudness ranks and is an axis: the lab and the command line agree, and nothing stands against itself', async () => {
  const view = await viewed(fans);
  const shown = await viewResponse(view, { response: 'sone', against: 'rpm' });
  expect(shown.response).toMatchObject({ id: 'sone', unit: 'sone', better: 'lower' });
  expect(shown.againsts).not.toContain('sone');
  const bundle = await withLoudness(readBundle(withClips()));
  const order = (at: number) => {
    const ranking = rankAtLine(shown.loads[0]!.curves, {
      ...{ loadW: 0, program: false, referenceAmbientC: 23, limitC: 90, throttles: false, lineDb: at },
    });
    return ranking.placed.map(({ entry, value }) => [entry, Number(value.toFixed(6))]);
  };
  const byCommand = rankBundle(bundle, { response: 'sone', against: 'rpm', at: 1200 });
  expect(byCommand.ranking.placed.map(({ entry, value }) => [entry, Number(value.toFixed(6))])).toEqual(
    order(1200),
  );
  expect(order(1200).length).toBeGreaterThan(3);
  const air = rankBundle(bundle, { response: 'airspeed', place: '15 cm', against: 'sone', at: 1.5 });
  expect(air.ranking.placed.length).toBeGreaterThan(2);
  expect(air.ranking.notPlaced.find(({ entry }) => entry === 'bora')).toMatchObject({
    status: 'too-loud',
    reason: expect.stringContaining('sone') as string,
  });
  expect(() => rankBundle(bundle, { response: 'sone', against: 'sone', at: 2 })).toThrow();
  // Without anybody listening there is none: the command says which there are.
  expect(() => rankBundle(readBundle(withClips()), { response: 'sone', against: 'rpm', at: 1200 })).toThrow();
});

test('out and back: every recording to the byte, with what it stands by and what was said of it; brought twice it is there once', async () => {
  const [first] = await clipsOf(fans);
  await changeRecording(fans, first!.recording.id, { setAside: 'a chair' });
  const files = await exported(fans);
  const again = await importSound(files);
  const told = async (id: number) =>
    (await clipsOf(id)).map(({ recording, judged }) => ({
      ...{ entry: recording.entry, setting: recording.setting, digest: recording.digest, judged },
      ...{
        at: recording.recordedAt,
        setAside: recording.setAside,
        calibrated: recording.calibrationId !== null,
      },
    }));
  const byKey = (all: Awaited<ReturnType<typeof told>>) =>
    all.sort((a, b) => `${a.entry} ${a.setting}`.localeCompare(`${b.entry} ${b.setting}`));
  expect(byKey(await told(again))).toEqual(byKey(await told(fans)));
  const second = await exported(again);
  for (const [path, bytes] of files)
    if (/clips/.test(path))
      expect([path, Buffer.from(second.get(path)!).equals(Buffer.from(bytes))]).toEqual([path, true]);
  const whole = await recordedWhole(first!.recording.id);
  expect(Buffer.from(whole).equals(Buffer.from(CLIPS.get(`clips/${first!.recording.name}`)!))).toBe(true);
  const before = (await clipsOf(fans)).length;
  await importBundle(files, {});
  expect(await clipsOf(fans)).toHaveLength(before);
  await changeRecording(fans, first!.recording.id, { setAside: '' });
});

test('a covered name stands in no path and no row of what leaves', async () => {
  const leaving = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await exportBundle(fans, { leaving: 'publishable' }))!.files)
    leaving.set(path, bytes);
  const rows = new TextDecoder().decode(leaving.get('clips.csv'));
  const paths = [...leaving.keys()].filter((path) => path.endsWith('.wav'));
  expect(paths).toHaveLength(14);
  expect(`${paths.join()} ${rows}`).not.toMatch(/bora/i);
});

test.each([
  ['a path that is not there', 'a,75 %,clips/none.wav', 'path', 'not in the bundle'],
  ['an entry that is not there', 'z,75 %,clips/x.wav', 'entry', 'no entry "z"'],
  ['no setting', 'a,,clips/x.wav', 'setting', 'empty'],
  ['a file that is no WAV', 'a,75 %,clips/x.wav', 'path', 'a WAV was expected'],
])('a clip with %s is told by its row, and nothing is imported', async (_, row, column, message) => {
  const files = smallBundle();
  files.set('clips.csv', new TextEncoder().encode(`entry,setting,path\n${row}\n`));
  files.set('clips/x.wav', new TextEncoder().encode('ID3 this is no sound at all'));
  const result = await importAsNew(files);
  expect(result).toMatchObject({
    imported: false,
    problems: [{ file: 'clips.csv', line: 2, column, message: expect.stringContaining(message) as string }],
  });
});

test('an evening by hand: relative until the tone comes, then calibrated backwards; the room alike; another rig’s tone is not taken', async () => {
  const id = await importSound(smallBundle());
  await keep(id, fanWav(35, 900), { entry: 'a', setting: '75 %' });
  const only = async () => (await clipsOf(id))[0]!.judged;
  expect(await only()).toMatchObject({
    levelDba: null,
    outOf: expect.stringContaining('not calibrated') as string,
  });
  await expect(keep(id, fanWav(35, 900), { kind: 'calibration', calibratorDb: 94 })).rejects.toThrow(
    'take.wav',
  );
  await keep(id, TONE, { kind: 'calibration', calibratorDb: 94, recordedAt: '2026-11-26T22:00:00Z' });
  const calibrated = await only();
  expect(calibrated.fullScaleDb).toBeCloseTo(FULL_SCALE_DB, 1);
  expect(calibrated.levelDba).toBeCloseTo(35, 0);
  // Told to be of 114 dB it says another gain: both stand, and the page tells that they differ.
  await keep(id, TONE, { kind: 'calibration', calibratorDb: 114, recordedAt: '2026-11-28T22:00:00Z' });
  expect((await only()).fullScaleDb).toBeCloseTo(FULL_SCALE_DB, 1);
  expect(await keep(id, fanWav(35, 900), { entry: 'a', setting: '75 %' })).toMatchObject({ isNew: false });
  await expect(keep(id, fanWav(35, 900), { entry: 'nobody', setting: '1' })).rejects.toThrow('no entry');
  const page = await viewSound(await viewed(id), { clip: null, beside: null });
  expect(page.shown!.lines.hz.length).toBeGreaterThan(200);
  expect(page.sides).toHaveLength(2);
});

test('the rise by its loudness: recordings at two settings on both sides of the line give conductance for each sone', async () => {
  const id = await importSound(smallBundle());
  await keep(id, TONE, { kind: 'calibration', calibratorDb: 94 });
  const settings = [...new Set((await viewed(id)).runs.filter((run) => run.entry === 'a').map((run) => run))];
  for (const { setting, noiseDb } of new Map(settings.map((run) => [run.setting, run])).values())
    await keep(id, fanWav(noiseDb, 900, noiseDb), { entry: 'a', setting });
  const view = await viewed(id);
  expect((await sonesOf(view)).size).toBeGreaterThan(1);
  const a = view.runs.filter((run) => run.entry === 'a').map((run) => run.level.levelDb);
  const lineDb = (Math.min(...a) + Math.max(...a)) / 2;
  const judged = (await viewJudgement(view, { lineDb, load: '' }))!.judged.find(
    ({ placed }) => placed.entry === 'a',
  )!;
  expect(judged.perSone.known && judged.perSone.value.value).toBeGreaterThan(0);
  expect(
    (await viewJudgement(view, { lineDb, load: '' }))!.judged.find(({ placed }) => placed.entry === 'b')!
      .perSone.known,
  ).toBe(false);
});

test('the order of an ear is kept and held against figures; a clip twice, or of elsewhere, is refused', async () => {
  const counting = (await clipsOf(fans)).filter(
    ({ judged, recording }) => judged.loudness.known && recording.setting === '70 %',
  );
  const bySone = [...counting].sort(
    (a, b) =>
      (a.judged.loudness.known ? a.judged.loudness.value.sone : 0) -
      (b.judged.loudness.known ? b.judged.loudness.value.sone : 0),
  );
  const ids = bySone.map(({ recording }) => recording.id);
  await keepListening(fans, { who: 'an ear', wasBlind: true, clips: ids });
  const { sittings } = await viewListening(await viewed(fans));
  expect(sittings[0]).toMatchObject({ who: 'an ear', wasBlind: true });
  expect(sittings[0]!.agreements[0]!.says).toMatch(/^15 of 15 pairs in the same order, 100 %/);
  await expect(keepListening(fans, { who: '', wasBlind: true, clips: [ids[0]!, ids[0]!] })).rejects.toThrow(
    'twice',
  );
  await expect(keepListening(fans, { who: '', wasBlind: true, clips: [ids[0]!, 999_999] })).rejects.toThrow(
    'not there',
  );
});

test('a report carries short clips in itself at one gain, with their size; without the part it carries none', async () => {
  const files = withClips();
  const plain = (await bundleReport(files)).html;
  expect(plain).not.toContain('<audio');
  expect(plain).toContain('The recordings go in the bundle.');
  const json = JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as {
    abanico: Record<string, unknown>;
  };
  const what = { response: 'rise', place: '', against: 'noise', at: null, load: '' };
  json.abanico.verdict = {
    summary: '',
    entries: [],
    awards: [],
    parts: [{ kind: 'sounds', title: 'Heard', body: '', what }],
  };
  files.set('datapackage.json', new TextEncoder().encode(JSON.stringify(json)));
  const { html, broken } = await bundleReport(files);
  expect(broken).toEqual([]);
  expect(html.match(/<audio/g)).toHaveLength(6);
  expect(html).toMatch(/6 clips of 2\.5 s, 14\d\d kB in this file/);
  expect(html).toContain('media-src data:');
});

test('at the bench the microphone records its tone, the room and each reading, kept with the run', async () => {
  const bench = new TestBench();
  await bench.setUp(60);
  try {
    const id = await importSound(smallBundle());
    const point = { load: '170 W', loadW: 0, loadName: '', gpuLoadW: 0, setting: '80 %', pass: 1 };
    const state = beginMount({ entry: 'a', name: 'a', mount: 9, isControl: false, points: [point], nowS: 0 });
    const rule = {
      ...{ regulatorLimitC: 105, windowS: 60, limitC: 90, warmUpS: 5, readingS: 90, longestSoakS: 900 },
      recordsSound: true,
    };
    const session = await withDatabase((db) =>
      insertSession(db, { roundUpId: id, mounting: 'a 9', state, rule }),
    );
    await withDatabase((db) => insertCommand(db, session, { do: 'confirm' }, 'test'));
    bench.start(process.env.DATABASE_URL!);
    const clip = await until('clip kept', async () => (await clipsOf(id))[0] ?? null, 60_000);
    const run = (await viewed(id)).runs.find(({ id: runId }) => runId === clip.recording.runId)!;
    expect(run).toMatchObject({ entry: 'a', setting: '80 %', mount: 9 });
    // Others have brought tones to this rig; the microphone's own, of that mount, is the newest, and the room stands by it.
    const { others } = await viewRecordings(await viewed(id));
    const room = others.find(({ kind }) => kind === 'room')!;
    expect(others.filter((other) => other.name === 'calibration.wav').map((other) => other.id)).toEqual([
      room.calibrationId,
    ]);
    expect(clip.recording).toMatchObject({ roomId: room.id, calibrationId: room.calibrationId });
    expect(Math.abs(clip.judged.levelDba! - run.noiseDb)).toBeLessThan(1.5);
    expect((await sonesOf(await viewed(id))).get(run.id)!.sone).toBeGreaterThan(0);
  } finally {
    await bench.tearDown();
  }
}, 120_000);

test('two who keep the same recording at once keep it once; one upload is kept by one of two', async () => {
  const id = await importSound(smallBundle());
  const bytes = fanWav(35, 900, 9);
  const both = await Promise.all(
    [0, 1].map(() => keep(id, bytes, { entry: 'a', setting: '75 %' }).catch((error: Error) => error)),
  );
  const kept = (await clipsOf(id)).filter(({ recording }) => recording.setting === '75 %');
  expect(kept).toHaveLength(1);
  // The second finds what the first has written.
  expect(both.map((each) => (each instanceof Error ? each.message : each.isNew)).sort()).toEqual([
    false,
    true,
  ]);
  await expect(
    keepRecording('00000000-0000-4000-8000-000000000000', {
      ...{ roundUpId: id, kind: 'clip', entry: 'a', setting: '1', run: null, channel: 1 },
      ...{ recordedAt: '2026-11-26T20:00:00Z', distanceCm: null, calibratorDb: null },
    }),
  ).rejects.toThrow('not there any more');
});

test('an entry taken out of the line-up takes its clips from the page, and they come back with it; another round-up sees its own', async () => {
  const id = await importSound(smallBundle());
  await keep(id, fanWav(35, 900, 11), { entry: 'a', setting: '75 %' });
  const { entryId } = (await clipsOf(id))[0]!.recording;
  await withDatabase((db) =>
    db.query(`DELETE FROM round_up_entries WHERE round_up_id = $1 AND entry_id = $2`, [id, entryId]),
  );
  expect(await clipsOf(id)).toEqual([]);
  const other = await importSound(smallBundle());
  expect(await clipsOf(other)).toEqual([]);
});
