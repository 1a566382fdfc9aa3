import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { createHash, randomBytes } from 'node:crypto';
import { Client } from 'pg';
import { program } from '../../src/lab/work/program';

interface OwnDatabase {
  url: string;
  drop: () => Promise<void>;
}

const MIGRATIONS = 'src/database/migrations';

async function onServer(server: string, work: (sql: (text: string) => Promise<number>) => Promise<void>) {
  const client = new Client({ connectionString: server });
  await client.connect();
  await work((text) => client.query(text).then(({ rowCount }) => rowCount ?? 0)).finally(() => client.end());
}

function ownServer(server: string | undefined): string {
  if (server) return server;
  throw new Error('DATABASE_URL is not set: run ./abanico test, or point it at a PostgreSQL of your own');
}

function addressOf(server: string, name: string): string {
  const url = new URL(server);
  url.pathname = `/${name}`;
  return url.href;
}

async function madeDatabase(server: string, like = ''): Promise<OwnDatabase> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await onServer(server, async (sql) => void (await sql(`CREATE DATABASE ${name} ${like}`)));
  const drop = () => onServer(server, async (sql) => void (await sql(`DROP DATABASE ${name} WITH (FORCE)`)));
  return { url: addressOf(server, name), drop };
}

/** A database with nothing in it, on the server that `./abanico test` starts. */
export const emptyDatabase = (server = process.env.DATABASE_URL): Promise<OwnDatabase> =>
  madeDatabase(ownServer(server));

/** Runs a command of ours on a database, and gives what it says; in a process of its own: Jest cannot load the migration library's modules. */
export function commandOn(databaseUrl: string, command: 'migrate' | 'prepare'): string {
  const env = { ...process.env, DATABASE_URL: databaseUrl };
  const { stderr, status } = spawnSync('node', program(command), { env, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return stderr;
}

/** The form of now, made once on a server and copied after that; its name, by what the migrations say. */
async function formOfNow(server: string): Promise<string> {
  const digest = createHash('sha256');
  for (const file of readdirSync(MIGRATIONS).sort()) digest.update(readFileSync(`${MIGRATIONS}/${file}`));
  const name = `form_${digest.digest('hex').slice(0, 12)}`;
  await onServer(server, async (sql) => {
    // Two test files at once: the second waits for the first.
    await sql('SELECT pg_advisory_lock(7)');
    if ((await sql(`SELECT 1 FROM pg_database WHERE datname = '${name}'`)) > 0) return;
    await sql(`DROP DATABASE IF EXISTS ${name}_making WITH (FORCE)`);
    await sql(`CREATE DATABASE ${name}_making`);
    commandOn(addressOf(server, `${name}_making`), 'migrate');
    await sql(`ALTER DATABASE ${name}_making RENAME TO ${name}`);
  });
  return name;
}

/** A database of its own for one test file, of the form of now. */
export async function freshDatabase(server = process.env.DATABASE_URL): Promise<OwnDatabase> {
  const own = ownServer(server);
  return madeDatabase(own, `TEMPLATE ${await formOfNow(own)}`);
}
