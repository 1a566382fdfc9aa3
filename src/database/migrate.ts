import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Client } from 'pg';
import { runner } from 'node-pg-migrate';

const DIR = join(process.cwd(), 'src/database/migrations');

/** The database was written by a newer program. The message tells what to do. */
export class NewerLab extends Error {}

/** Throws NewerLab if the database has migrations that this program does not know. */
async function refuseNewer(databaseUrl: string): Promise<void> {
  const known = new Set(readdirSync(DIR).map((file) => file.replace(/\.sql$/, '')));
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows: tables } = await client.query<{ found: boolean }>(
      `SELECT to_regclass('migrations') IS NOT NULL AS found`,
    );
    if (!tables[0]!.found) return;
    const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations ORDER BY id');
    const newer = rows.find(({ name }) => !known.has(name));
    if (newer)
      throw new NewerLab(
        `this lab was written by a newer version of Abanico (its database has “${newer.name}”). Nothing was changed. ` +
          'Start it with that version, or with a later one.',
      );
  } finally {
    await client.end();
  }
}

/** Migrates the database to the newest schema. Several processes may call it at once. Throws NewerLab if a newer program wrote it. */
export async function migrate(databaseUrl: string): Promise<void> {
  await refuseNewer(databaseUrl);
  await runner({
    databaseUrl,
    dir: DIR,
    direction: 'up',
    migrationsTable: 'migrations',
    checkOrder: true,
    log: () => undefined,
  });
}
