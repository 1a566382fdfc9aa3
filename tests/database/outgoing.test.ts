import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { blankFan } from '@/core/lineUp/entry';
import { NO_COVERS } from '@/core/lineUp/underCover';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import { firstVerdict, newPart, type Verdict } from '@/core/verdict/verdictSheet';
import { inSnapshot, withDatabase } from '@/database/pool';
import { coverWordsOf } from '@/lab/lineUp/coverWordsOf';
import { exportBundle, type BundleFile } from '@/lab/outgoing/exportBundle';
import { viewLineUp, type LineUpEntry } from '@/lab/lineUp/lineUpView';
import { refuseCovered } from '@/lab/outgoing/coverGate';
import { makeOutgoing } from '@/lab/outgoing/makeOutgoing';
import { publishable } from '@/lab/outgoing/publishable';
import { publish } from '@/lab/publish/publish';
import { Refused } from '@/lab/refusal';
import { reportOf } from '@/lab/report/bundleReport';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { airClips } from '@demo/generators/airClips';
import { airRoundUp } from '@demo/generators/airRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

const NOW = new Date('2026-12-01T10:00:00Z');
const bytesOf = (text: string) => new TextEncoder().encode(text);
const latin = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1');

/** A second of a tone with what a recorder writes beside its samples. */
function wavWithInfo(words: string): Uint8Array {
  const plain = Buffer.from(
    wavBytes(
      Float64Array.from({ length: 48_000 }, (_, i) => 0.1 * Math.sin(i / 7)),
      48_000,
    ),
  );
  const text = Buffer.from(words.padEnd(words.length + (words.length % 2), ' '));
  const info = Buffer.concat([
    Buffer.from('LIST'),
    Buffer.alloc(4),
    Buffer.from('INFOINAM'),
    Buffer.alloc(4),
    text,
  ]);
  info.writeUInt32LE(info.length - 8, 4);
  info.writeUInt32LE(text.length, 16);
  return new Uint8Array(Buffer.concat([plain.subarray(0, 36), info, plain.subarray(36)]));
}

async function change(
  roundUpId: number,
  name: string,
  edit: (entry: LineUpEntry) => object,
): Promise<LineUpEntry> {
  const item = (await viewLineUp(roundUpId)).find(({ product }) => product.body.name === name)!;
  const { version, body } = item.entry;
  const saved = await saveSheet('entry', item.entryId, {
    ...{ version, who: 'Ana', reason: '' },
    body: { ...body, ...edit(item) },
  });
  expect(saved).toMatchObject({ saved: true });
  return item;
}

/** “Xera 120” under its cover beside “Xera 120 Max”, its name wherever a person or a program may have written it. */
async function xera(): Promise<number> {
  const files = smallBundle((texts) => {
    texts.set(
      'entries.csv',
      texts
        .get('entries.csv')!
        .replace('a,Levante,Barlovento', 'xera-120,Xera 120,Norte')
        .replace('b,Poniente', 'xera-120-max,Xera 120 Max'),
    );
    texts.set(
      'runs.csv',
      texts
        .get('runs.csv')!
        .replace('floor_db,trace\n', 'floor_db,trace,note,Xera 120 says\n')
        .replaceAll(',a,', ',xera-120,')
        .replaceAll(',b,', ',xera-120-max,')
        .replace('50 %,30.0', 'Xera half,30.0')
        .replace(/traces\/(\d).csv\n/g, (path, run) =>
          path.replace('\n', run === '1' ? ',a Xe\u0301ra\u200b 120,XERA_120\n' : ',,\n'),
        ),
    );
    const [head, ...rows] = texts.get('traces/1.csv')!.trim().split('\n');
    texts.set(
      'traces/1.csv',
      [`${head},xera 120 rpm,remark`, ...rows.map((row) => `${row},900,on the Xera-120`)].join('\n'),
    );
    texts.set('clips.csv', 'entry,setting,path\nxera-120,Xera half,clips/Xera 120.wav\n');
  });
  files.set('clips/Xera 120.wav', wavWithInfo('Xera 120 at home'));
  files.set('notes/xera120.txt', bytesOf('Ｘｅｒａ 120 hums; Xera 120 Max does not.'));
  const id = await importSound(files);
  const { entryId } = await change(id, 'Xera 120', () => ({
    coverName: 'Unit A',
    fans: [blankFan({ name: 'Xera F12' })],
  }));
  expect((await viewLineUp(id)).find((item) => item.entryId === entryId)).toMatchObject({
    code: 'unit-a',
    covered: true,
  });
  return id;
}

let id: number;
beforeAll(async () => {
  id = await xera();
});

const HIDDEN = /xera(?![ -]?120[ -]max)|norte/i;

test('a covered name leaves in no heading, cell, text, path or sound; the longer open name and every run stay', async () => {
  for (const leaving of ['covered', 'publishable'] as const) {
    const bundle = (await exportBundle(id, { leaving }))!;
    const files: BundleFile[] = [];
    for await (const file of bundle.files) files.push(file);
    for (const { path, bytes } of files) {
      const text = `${path} ${new TextDecoder().decode(bytes)}`
        .normalize('NFKD')
        .replace(/[\p{M}\u200b]/gu, '');
      expect([path, /.{0,30}(xera(?![ -]?120[ -]max)|norte).{0,20}/i.exec(text)?.[0]]).toEqual([
        path,
        undefined,
      ]);
    }
    const runs = files.find(({ path }) => path === 'runs.csv')!;
    const lines = new TextDecoder().decode(runs.bytes).trim().split('\n').slice(1);
    expect(lines.map((line) => line.split(',')[1])).toEqual([
      'unit-a',
      'unit-a',
      'xera-120-max',
      'xera-120-max',
    ]);
    const sound = files.find(({ path }) => path.endsWith('.wav'))!;
    expect(latin(sound.bytes).match(/fmt |data|LIST/g)).toEqual(['fmt ', 'data']);
    expect(sound.bytes).toHaveLength(44 + 96_000);
  }
});

test('it is published with all of its runs, a reference to the open product holds, and readers see the open name', async () => {
  const verdict: Verdict = {
    ...firstVerdict(),
    summary: 'At 33: {{rise xera-120-max}}. The Xera 120 is no match.',
  };
  await saveSheet('verdict', id, { version: 0, body: verdict, who: 'Ana', reason: '' });
  await publish(id, { who: 'Ana', reason: '', embargoUntil: null, seen: 0 }, NOW);
  const { rows } = await withDatabase((db) =>
    db.query<{ report: Buffer; bundle: Buffer }>(
      'SELECT report, bundle FROM publications WHERE round_up_id = $1',
      [id],
    ),
  );
  const report = rows[0]!.report.toString('utf8').replace(/base64,[\w+/=]+/g, '');
  expect(report).toContain('Xera 120 Max');
  expect(report).toContain('The Unit A is no match.');
  expect(report).not.toMatch(HIDDEN);
  const runs = Buffer.from(unzipSync(new Uint8Array(rows[0]!.bundle))['runs.csv']!).toString('utf8');
  expect(runs.trim().split('\n')).toHaveLength(5);
});

test('the gate finds what was forgotten: in a name, in text of any writing, in bytes that are none', async () => {
  const words = await withDatabase((db) => coverWordsOf(db, id));
  const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('by the Xera 120', 'utf16le')]);
  for (const [path, bytes] of [
    ['a/Xera-120.txt', bytesOf('nothing')],
    ['report', bytesOf('<b>XÉRA&#8203; 120</b>'.replace('&#8203;', '\u200b'))],
    ['extra/plan.pdf', new Uint8Array([0xff, 0xfe, 0, ...bytesOf('Xera 120')])],
    ['extra/old.txt', new Uint8Array(utf16)],
    // A recording that came along as any file does, and was not written anew.
    ['notes/voice.wav', wavWithInfo('Xera 120 at home')],
  ] as const)
    expect(() => refuseCovered(words, path, bytes)).toThrow(Refused);
  for (const [path, text] of [
    ['a.txt', 'Xera 120 Max'],
    ['report', 'src="data:font/woff2;base64,AAA/Xera120/A"'],
  ] as const)
    expect(() => refuseCovered(words, path, text)).not.toThrow();
  expect(() => refuseCovered(NO_COVERS, 'a', 'Xera 120')).not.toThrow();
});

test('a bundle is made whole before it goes, by the cover’s name, as it was when it was begun', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'abanico-out-'));
  const made = await makeOutgoing(
    { what: 'bundle', roundUpId: id, leaving: 'covered' },
    join(folder, 'made'),
    () => undefined,
  );
  expect(made).toEqual({ type: 'application/zip', name: 'small' });
  expect(Object.keys(unzipSync(new Uint8Array(await readFile(join(folder, 'made')))))).toContain(
    'notes/unit-a.txt',
  );
  expect(
    await makeOutgoing({ what: 'report', roundUpId: 9999 }, join(folder, 'none'), () => undefined),
  ).toBeNull();
  await rm(folder, { recursive: true });
});

test('others write while it is made: all of it is of one moment', async () => {
  const { runs } = (await viewRoundUp(id))!;
  let [goOn, began] = [() => {}, () => {}];
  const waits = new Promise<void>((resolve) => (goOn = resolve));
  const begun = new Promise<void>((resolve) => (began = resolve));
  const ended = inSnapshot(async () => {
    const files = new Map<string, string>();
    for await (const { path, bytes } of (await exportBundle(id, { leaving: 'private' }))!.files) {
      files.set(path, new TextDecoder().decode(bytes));
      began();
      await waits;
    }
    return files;
  });
  await begun;
  await withDatabase((db) => db.query('UPDATE runs SET deleted_at = lab_now() WHERE id = $1', [runs[0]!.id]));
  await withDatabase((db) => db.query(`UPDATE round_ups SET title = 'Another' WHERE id = $1`, [id]));
  goOn();
  const files = await ended;
  expect(files.get('runs.csv')!.trim().split('\n')).toHaveLength(1 + runs.length);
  expect([...files.keys()].filter((path) => path.startsWith('traces/'))).toHaveLength(4);
  expect(JSON.parse(files.get('datapackage.json')!)).toMatchObject({ title: 'A small round-up' });
  await withDatabase((db) => db.query('UPDATE runs SET deleted_at = NULL WHERE id = $1', [runs[0]!.id]));
});

test('a report by what was heard and kept has the bytes of one that listens anew, without reading the samples', async () => {
  const fans = await importSound(new Map([...asBytes(airRoundUp(7)), ...airClips(7)]));
  const what = { response: 'level', place: '', against: 'sone' as const, at: 1.5, load: '' };
  const body = { ...firstVerdict(), parts: [{ ...newPart('ranking'), what }, newPart('sounds')] };
  await saveSheet('verdict', fans, { version: 0, body, who: 'Ana', reason: '' });
  const whole = (await publishable(fans, { withoutSamples: false }))!;
  const anew = (await reportOf(whole.files)).write(null).html;
  const light = (await publishable(fans, { withoutSamples: true }))!;
  expect(light.files.get([...light.files.keys()].find((path) => path.endsWith('.wav'))!)).toHaveLength(0);
  expect((await reportOf(light.files, light.sounds)).write(null).html).toBe(anew);
  expect(anew).toContain('<audio');
});
