import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import type { Client } from 'pg';
import sharp from 'sharp';
import { defaultBrief } from '../../src/core/brief/brief';
import { seededChance, type Chance } from '../../src/core/statistics/chance';
import { type Application, ask, importAsNew, startWithDatabase, upload } from '../support/application';
import { smallBundle } from '../support/bundles';
import { asRecognised, OUTGOING, textsOf } from '../support/outgoing';
import { mutatedBytes, pick } from '../support/hostile/values';
import { wavBytes } from '../support/wav';

/** `npm run hostile` makes it longer. */
const TIMES = Number(process.env.HOSTILE ?? 1);
const SEED = Number(process.env.HOSTILE_SEED ?? 20261125);

let app: Application;
let database: Client;
let stop: () => Promise<void>;

test.beforeAll(async () => {
  ({ app, database, stop } = await startWithDatabase());
});

test.afterAll(() => stop());

const json = { 'content-type': 'application/json' };
const send = (method: string, path: string, body: object) =>
  ask(app.url + path, { method, headers: json, body: JSON.stringify(body) });

async function begin(change?: (files: Map<string, string>) => void): Promise<number> {
  const answer = await importAsNew(app.url, await upload(app.url, smallBundle(change)));
  const said = (await answer.json()) as { roundUpId?: number };
  if (!said.roundUpId) throw new Error(JSON.stringify(said));
  return said.roundUpId;
}

async function entryId(roundUpId: number, code: string): Promise<number> {
  const { rows } = await database.query<{ id: number }>(
    `SELECT entry_id AS id FROM round_up_entries WHERE round_up_id = $1 AND code = $2`,
    [roundUpId, code],
  );
  return rows[0]!.id;
}

const count = async (table: string) =>
  (await database.query<{ n: number }>(`SELECT count(*)::int AS n FROM ${table}`)).rows[0]!.n;

function sound(chance: Chance): Uint8Array {
  const rateHz = pick(chance, [8000, 44_100, 48_000]);
  const samples = Float64Array.from({ length: 5 * rateHz }, () => 0.1 * (chance.uniform() - 0.5));
  return wavBytes(samples, {
    rateHz,
    bits: pick(chance, [16, 24, 32]),
    chunks: [['LIST', pick(chance, [3, 40])]],
  });
}

test('recordings that nobody means: kept bare and heard, or refused in words with nothing kept', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 3);
  const id = await begin();
  const failures: string[] = [];
  let kept = 0;
  for (let i = 0; i < 25 * TIMES; i += 1) {
    const { id: uploadId } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as {
      id: string;
    };
    const body = Buffer.from(mutatedBytes(chance, sound(chance), 64));
    await ask(`${app.url}/api/stream/${uploadId}?path=clip.wav`, { method: 'PUT', body });
    const before = await count('recordings');
    const answer = await send('POST', `/api/round-ups/${id}/recordings`, {
      ...{ uploadId, kind: pick(chance, ['clip', 'room']), entry: 'a', setting: '50 %' },
      recordedAt: '2026-11-26T20:00:00Z',
    });
    const said = await answer.text();
    if (answer.status >= 500) failures.push(`recording ${i}: ${answer.status} ${said}`);
    if (answer.ok) kept += 1;
    else if (!/message/.test(said) || (await count('recordings')) !== before)
      failures.push(`recording ${i} refused without a word, or kept: ${said}`);
  }
  for (const page of ['curves/sound', 'curves', 'verdict', 'verdict/report'])
    expect([page, (await ask(`${app.url}/round-ups/${id}/${page}`)).status]).toEqual([page, 200]);
  const out = unzipSync(new Uint8Array(await (await ask(`${app.url}/round-ups/${id}/export`)).arrayBuffer()));
  const clips = Object.entries(out).filter(([path]) => path.endsWith('.wav'));
  for (const [path, bytes] of clips) {
    const text = Buffer.from(bytes.subarray(0, 48)).toString('latin1');
    if (!/^RIFF[^]{4}WAVEfmt [^]{20}data/.test(text) || text.includes('LIST'))
      failures.push(`${path}: ${text}`);
  }
  expect(failures.slice(0, 8)).toEqual([]);
  expect(clips.length).toBe(kept);
  expect(kept).toBeGreaterThan(TIMES);
  expect(kept).toBeLessThan(25 * TIMES);
});

test('pictures that nobody means: written anew and bare, or refused; what is kept goes out and comes in again', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 4);
  const id = await begin();
  const plain = sharp({ create: { width: 80, height: 60, channels: 3, background: '#a62b1f' } });
  const said = { exif: { IFD0: { Copyright: 'Norte secret', ImageDescription: 'Norte secret' } } };
  const sources = [
    await plain.clone().withMetadata(said).png().toBuffer(),
    await plain.clone().withMetadata(said).jpeg().toBuffer(),
    await plain.clone().withMetadata(said).webp().toBuffer(),
  ];
  const failures: string[] = [];
  let kept = 0;
  for (let i = 0; i < 40 * TIMES; i += 1) {
    const source = sources[i % sources.length]!;
    const whole = i % 2 === 0 ? Buffer.concat([source, Buffer.from('Norte secret')]) : source;
    const bytes = Buffer.from(mutatedBytes(chance, whole, whole.length));
    const answer = await ask(`${app.url}/api/round-ups/${id}/photos`, { method: 'POST', body: bytes });
    const text = await answer.text();
    if (!answer.ok) {
      if (answer.status >= 500 || !text.includes('message')) failures.push(`picture ${i}: ${text}`);
      continue;
    }
    kept += 1;
    const { photo } = JSON.parse(text) as { photo: string };
    const shown = Buffer.from(await (await ask(`${app.url}/round-ups/${id}/photos/${photo}`)).arrayBuffer());
    const isWhole = await sharp(shown)
      .stats()
      .then(
        () => true,
        () => false,
      );
    if (!isWhole || shown.includes('Norte')) failures.push(`picture ${i} is kept as it came`);
  }
  const back = Buffer.from(await (await ask(`${app.url}/round-ups/${id}/export`)).arrayBuffer());
  const again = await importAsNew(
    app.url,
    await upload(app.url, new Map(Object.entries(unzipSync(new Uint8Array(back))))),
  );
  if (!again.ok) failures.push(`its export is refused: ${await again.text()}`);
  expect(failures.slice(0, 8)).toEqual([]);
  expect(kept).toBeGreaterThan(5 * TIMES);
});

const NAMES = [
  'Xera 120',
  'Żółw Núcleo',
  'Ráfaga-X 3000',
  'Ω Nimbus',
  'Kvarn ﬁn 22',
  'Ñandú 2.5',
  'Æther Zwo',
];
const LONGER = [' Max', ' mini', ' II', '-S', ' (2026)'];

/** A name as somebody might write it in a note. */
const written = (chance: Chance, name: string): string =>
  pick(chance, [
    name,
    name.toUpperCase(),
    name.toLowerCase().replace(/ /g, '-'),
    name.normalize('NFD'),
    `2 × ${name}`,
    name.split('').join('\u200b'),
    `${name.replace(/ /g, '_')}.csv`,
  ]);

test('covers: whatever is written wherever, no file that leaves tells the name, or it is refused and says where', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 5);
  const failures: string[] = [];
  let whole = 0;
  for (let i = 0; i < 6 * TIMES; i += 1) {
    const name = NAMES[i % NAMES.length]!;
    const open = chance.uniform() < 0.6 ? name + pick(chance, LONGER) : 'Poniente';
    const somewhere = () => (chance.uniform() < 0.5 ? written(chance, name) : 'plain');
    const id = await begin((files) => {
      const entries = files.get('entries.csv')!.replace('a,Levante', `a,"${name}"`);
      files.set('entries.csv', entries.replace('Poniente', `"${open}"`));
      const rows = files.get('runs.csv')!.split('\n');
      const column = `extra ${somewhere()}`;
      files.set(
        'runs.csv',
        rows
          .filter((row) => row !== '')
          .map((row, k) => `${row},"${k === 0 ? 'note' : somewhere()}","${k === 0 ? column : somewhere()}"`)
          .join('\n'),
      );
      const text = files.get('traces/1.csv')!;
      files.set('traces/1.csv', text.replace('power_w', 'power_w').replace('t_s', 't_s'));
      files.set(`logs/${somewhere().replace(/[^\w-]/g, '-')}.txt`, `as told by ${somewhere()}`);
      files.set(
        'datapackage.json',
        files.get('datapackage.json')!.replace('A small', `The ${somewhere()}, a`),
      );
    });
    const covered = await send('PATCH', `/api/sheets/entry/${await entryId(id, 'a')}`, {
      ...{ version: 0, who: 'Ana', reason: '' },
      body: { coverName: 'Unit A', fans: [{ name: somewhere(), count: 1 }] },
    });
    expect([covered.status, await covered.text()]).toEqual([200, expect.any(String)]);
    const { rows } = await database.query<{ code: string }>(
      `SELECT code FROM round_up_entries WHERE round_up_id = $1 AND entry_id <> 0 ORDER BY position`,
      [id],
    );
    await send('PATCH', `/api/sheets/verdict/${id}`, {
      ...{ version: 0, who: 'Ana', reason: '' },
      body: {
        summary: `{{rise ${rows[0]!.code}}} for ${somewhere()}`,
        parts: [{ kind: 'text', title: somewhere(), body: somewhere() }],
        entries: [],
      },
    });
    const told = asRecognised(name).trim();
    const longer = asRecognised(open).trim();
    for (const path of OUTGOING) {
      const answer = await ask(`${app.url}/round-ups/${id}/${path}`);
      const texts = (await textsOf(answer)).map(asRecognised);
      const about = `${name} beside ${open}, ${path}: ${answer.status}`;
      if (answer.status >= 500) failures.push(about);
      // A refusal is the lab's own page: it names what stands where.
      if (!answer.ok) continue;
      whole += 1;
      for (const text of texts) {
        const rest = longer.startsWith(told) ? text.replaceAll(longer, ' ') : text;
        const at = new RegExp(`(^|[^\\p{L}])${told}(?![\\p{L}\\p{N}])`, 'u').exec(rest)?.index ?? -1;
        if (at >= 0) failures.push(`${about} says “${rest.slice(Math.max(0, at - 30), at + 50)}”`);
      }
    }
  }
  expect(failures.slice(0, 8)).toEqual([]);
  expect(whole).toBeGreaterThan(6 * TIMES * (OUTGOING.length / 2));
});

test('two who write between those who read: every copy that leaves is of one moment, and no accepted write is lost', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const id = await begin();
  const { rows: runs } = await database.query<{ id: number }>(
    `SELECT u.id FROM runs u JOIN round_up_entries c ON c.entry_id = u.entry_id WHERE c.round_up_id = $1 ORDER BY u.id`,
    [id],
  );
  const rounds = 12 * TIMES;
  const accepted = { runs: 0, sheet: 0 };
  let writing = 2;
  // Both change all runs at once, each by what it saw last: the note of all is one, in whatever leaves.
  const writer = async (who: string) => {
    for (let i = 0; i < rounds; i += 1) {
      const { rows } = await database.query<{ id: number; version: number }>(
        `SELECT id, version FROM runs WHERE id = ANY ($1)`,
        [runs.map((run) => run.id)],
      );
      const version = new Map(rows.map((row) => [row.id, row.version]));
      const edits = runs.map((run) => ({
        ...{ run: run.id, version: version.get(run.id) },
        changes: { note: `${who} ${i}` },
      }));
      const answer = await send('PATCH', `/api/round-ups/${id}/runs`, { who, edits });
      if (answer.status === 200) accepted.runs += 1;
      else expect(answer.status).toBe(409);
      const { rows: sheets } = await database.query<{ version: number }>(
        `SELECT version FROM sheets WHERE kind = 'brief' AND owner = $1`,
        [id],
      );
      const saved = await send('PATCH', `/api/sheets/brief/${id}`, {
        ...{ version: sheets[0]?.version ?? 0, who, reason: `round ${i}` },
        body: { ...defaultBrief(), deadline: `2027-0${1 + (i % 9)}-01` },
      });
      if (saved.status === 200) accepted.sheet += 1;
      else expect([409, 422]).toContain(saved.status);
    }
    writing -= 1;
  };
  const copies: string[][] = [];
  const reader = async () => {
    while (writing > 0) {
      const answer = await ask(`${app.url}/round-ups/${id}/export?for=private`);
      const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
      copies.push([...new TextDecoder().decode(files['runs.csv']).matchAll(/(Ana|Bea) \d+/g)].map(String));
    }
  };
  await Promise.all([writer('Ana'), writer('Bea'), reader(), reader()]);
  for (const notes of copies) expect(new Set(notes.map((note) => note.split(',')[0])).size).toBeLessThan(2);
  expect(copies.length).toBeGreaterThan(2);
  const { rows: after } = await database.query<{ version: number }>(
    `SELECT DISTINCT version FROM runs WHERE id = ANY ($1)`,
    [runs.map((run) => run.id)],
  );
  expect(after).toEqual([{ version: 1 + accepted.runs }]);
  const { rows: last } = await database.query<{ version: number }>(
    `SELECT version FROM sheets WHERE kind = 'brief' AND owner = $1`,
    [id],
  );
  expect(last[0]?.version ?? 0).toBe(accepted.sheet);
  expect(accepted.runs).toBeGreaterThan(0);
});
