import { Client } from 'pg';
import { closePool } from '../../src/database/pool';
import { importBundle } from '../../src/lab/bring/importBundle';
import { startApplication } from '../support/application';
import { freshDatabase } from '../support/database';
import { benchBundle } from './bundle';
import { benchDrag, benchPlaces, benchRank } from './curves';
import { print, type Figure } from './figure';
import { addTraces, largeBundle } from './largeLab';
import { benchLargeLog } from './largeLog';
import { benchLive } from './live';
import { benchPages } from './pages';
import { benchPhone } from './phone';
import { benchPlan } from './plan';
import { benchReduction } from './reduction';
import { benchTogether } from './together';

async function benchLab(): Promise<Figure[]> {
  const database = await freshDatabase();
  process.env.DATABASE_URL = database.url;
  const imported = await importBundle(largeBundle(3));
  if (!imported.imported) throw new Error(JSON.stringify(imported.problems[0]));
  await addTraces(database.url);
  const client = new Client({ connectionString: database.url });
  await client.connect();
  const { rows } = await client.query<{ id: number }>('SELECT min(id) + 1500 AS id FROM runs');
  await client.end();
  await closePool();
  const app = await startApplication({ databaseUrl: database.url });
  const figures = [...(await benchDrag(app.url)), ...(await benchPages(app.url, rows[0]!.id, '3,000', 150))];
  await app.stop();
  await database.drop();
  return figures;
}

/** A lab of years: ten round-ups of three thousand runs each. */
async function benchYears(): Promise<Figure[]> {
  const database = await freshDatabase();
  process.env.DATABASE_URL = database.url;
  for (let year = 1; year <= 10; year += 1) {
    const imported = await importBundle(largeBundle(3, year), { othersNew: true });
    if (!imported.imported) throw new Error(JSON.stringify(imported.problems[0]));
  }
  await closePool();
  const app = await startApplication({ databaseUrl: database.url });
  const figures = await benchPages(app.url, 1500, '30,000', 250);
  await app.stop();
  await database.drop();
  return figures;
}

async function main(): Promise<void> {
  // npm run bench -- lab: only the part named
  const only = process.argv[2];
  const figures: Figure[] = [];
  if (!only || only === 'core') figures.push(benchReduction(), benchRank(), benchPlaces(), benchPlan());
  if (!only || only === 'bundle') figures.push(...(await benchBundle()));
  if (!only || only === 'log') figures.push(benchLargeLog(100));
  if (!only || only === 'lab') figures.push(...(await benchLab()));
  if (!only || only === 'years') figures.push(...(await benchYears()));
  if (!only || only === 'phone') figures.push(...(await benchPhone()));
  if (!only || only === 'together') figures.push(...(await benchTogether()));
  // It takes a quarter of an hour of the wall's: only by name.
  if (only === 'live') figures.push(...(await benchLive()));
  print(figures);
}

void main();
