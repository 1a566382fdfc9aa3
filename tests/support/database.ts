import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { Client } from 'pg';

interface OwnDatabase {
  url: string;
  drop: () => Promise<void>;
}

/** A database with nothing in it, on the server that `./abanico test` starts. */
export async function emptyDatabase(server = process.env.DATABASE_URL): Promise<OwnDatabase> {
  if (!server)
    throw new Error('DATABASE_URL is not set: run ./abanico test, or point it at a PostgreSQL of your own');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const run = async (sql: string) => {
    const client = new Client({ connectionString: server });
    await client.connect();
    await client.query(sql).finally(() => client.end());
  };
  await run(`CREATE DATABASE ${name}`);
  const url = new URL(server);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => run(`DROP DATABASE ${name} WITH (FORCE)`) };
}

/** Runs a command of ours on a database, and gives what it says; in a process of its own: Jest cannot load the migration library's modules. */
export function commandOn(databaseUrl: string, command: 'migrate' | 'prepare'): string {
  const env = { ...process.env, DATABASE_URL: databaseUrl };
  const args = ['--no-warnings', '--import', 'tsx', `src/command/${command}.ts`];
  const { stderr, status } = spawnSync('node', args, { env, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return stderr;
}

/** A database of its own for one test file, of the form of now. */
export async function freshDatabase(server?: string): Promise<OwnDatabase> {
  const database = await emptyDatabase(server);
  commandOn(database.url, 'migrate');
  return database;
}
