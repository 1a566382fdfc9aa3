// While the house is redesigned: what comes out of it is the same to the byte. `tsx tests/support/asBefore.ts` compares what the samples,
// the demo and a lab of version 8 give with what was kept; with `keep` it keeps what they give now.
import { clockNow } from '../../src/clock/clockNow';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { Client } from 'pg';
import { GET as curvesCsv } from '../../src/app/round-ups/[id]/curves/csv/route';
import { GET as lineUpCsv } from '../../src/app/round-ups/[id]/line-up/csv/route';
import { GET as verdictCsv } from '../../src/app/round-ups/[id]/verdict/csv/route';
import { RESPONSES } from '../../src/core/responses/responses';
import { readBundle } from '../../src/formats/bundle/readBundle';
import { closePool } from '../../src/database/pool';
import { exportBundle } from '../../src/lab/outgoing/exportBundle';
import { listLabRoundUps } from '../../src/lab/roundUps/listLabRoundUps';
import { rankBundle } from '../../src/lab/model/rankBundle';
import { bundleReport } from '../../src/lab/report/bundleReport';
import { withLoudness } from '../../src/lab/sound/bundleClips';
import { commandOn, emptyDatabase } from './database';
import { sampleOf } from './samples';

const KEPT = 'tests/samples/before.json';
const given: Record<string, string> = {};
const put = (name: string, text: string | Uint8Array) => {
  given[name] = createHash('sha256').update(text).digest('hex').slice(0, 16);
};

/** All rankings of a bundle, and its report. */
async function commands(name: string, path: string): Promise<void> {
  const said = (args: string[]) =>
    spawnSync('node', ['--no-warnings', '--import', 'tsx', ...args], { encoding: 'utf8' });
  const { stdout, stderr } = said(['src/command/rank.ts', path, '--json', '--detail']);
  put(`${name}: rank as it is typed`, stdout + stderr);
  const files = sampleOf(path);
  const bundle = await withLoudness(readBundle(files));
  for (const { id } of RESPONSES)
    for (const choice of [{}, { against: 'rpm', at: 900 } as const])
      try {
        const { response: _, ...ranked } = rankBundle(bundle, { response: id, ...choice });
        put(`${name}: rank ${id} ${choice.against ?? ''}`, JSON.stringify(ranked));
      } catch (error) {
        put(`${name}: rank ${id} ${choice.against ?? ''}`, String(error));
      }
  put(`${name}: report`, (await bundleReport(files)).html);
}

/** A file without the moment at which the lab was filled. */
const timeless = (bytes: Uint8Array): Uint8Array =>
  new TextEncoder().encode(
    new TextDecoder()
      .decode(bytes)
      .replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, 'id')
      .replaceAll(
        new RegExp(`${clockNow().toISOString().slice(0, 10)}T[\\d:.]+Z`, 'g'),
        '2000-01-01T00:00:00.000Z',
      ),
  );

const bundlesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((found) =>
    found.isDirectory()
      ? bundlesIn(join(folder, found.name))
      : found.name === 'datapackage.json'
        ? [folder]
        : [],
  );

/** What every round-up of a lab gives out. */
async function lab(name: string, databaseUrl: string): Promise<void> {
  process.env.DATABASE_URL = databaseUrl;
  for (const { id } of [...(await listLabRoundUps())].sort((a, b) => a.id - b.id)) {
    const at = `${name} ${id}`;
    const files = new Map<string, Uint8Array>();
    for (const leaving of ['private', 'publishable'] as const) {
      const bundle = (await exportBundle(id, { leaving }))!;
      for await (const { path, bytes: written } of bundle.files) {
        const bytes = path.endsWith('.wav') ? written : timeless(written);
        put(`${at}: ${leaving} ${path}`, bytes);
        if (leaving === 'publishable') files.set(path, bytes);
      }
    }
    put(`${at}: draft`, (await bundleReport(files)).html);
    const params = { params: Promise.resolve({ id: String(id) }) };
    const table = async (told: string, get: typeof curvesCsv, query = '') => {
      const answer = await get(new Request(`http://127.0.0.1/${query}`), params);
      put(`${at}: ${told} ${query}`, await answer.text());
    };
    await table('line-up', lineUpCsv);
    for (const { id: response } of RESPONSES)
      for (const query of [`?response=${response}`, `?response=${response}&against=rpm`]) {
        await table('curves', curvesCsv, query);
        await table('verdict', verdictCsv, query);
      }
  }
  await closePool();
}

async function main(): Promise<void> {
  for (const folder of bundlesIn('tests/samples').sort()) await commands(folder, folder);
  const demo = await emptyDatabase();
  commandOn(demo.url, 'prepare');
  const server = process.env.DATABASE_URL;
  await lab('demo', demo.url);
  process.env.DATABASE_URL = server;
  const older = await emptyDatabase();
  const client = new Client({ connectionString: older.url });
  await client.connect();
  await client.query(gunzipSync(readFileSync('tests/samples/labs/version-8.sql.gz')).toString('utf8'));
  await client.end();
  commandOn(older.url, 'prepare');
  await lab('older', older.url);
  process.env.DATABASE_URL = server;
  await demo.drop();
  await older.drop();
  if (process.argv[2] === 'keep') {
    writeFileSync(KEPT, `${JSON.stringify(given, null, 1)}\n`);
    console.log(`${Object.keys(given).length} kept`);
    return;
  }
  const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as Record<string, string>;
  const names = [...new Set([...Object.keys(kept), ...Object.keys(given)])];
  const moved = names.filter((name) => kept[name] !== given[name]);
  console.log(`${names.length - moved.length} as before, ${moved.length} moved`);
  for (const name of moved.slice(0, 40)) console.log(name);
  process.exitCode = moved.length === 0 ? 0 : 1;
}

void main();
