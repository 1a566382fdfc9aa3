import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { Client } from 'pg';

/** A database of its own for one test file, on the server that `./abanico test` starts. */
export async function freshDatabase(
  server = process.env.DATABASE_URL,
): Promise<{ url: string; drop: () => Promise<void> }> {
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
  // In a process of its own: Jest cannot load the migration library's modules.
  const env = { ...process.env, DATABASE_URL: url.href };
  execFileSync('node', ['--no-warnings', '--import', 'tsx', 'src/command/migrate.ts'], { env });
  return { url: url.href, drop: () => run(`DROP DATABASE ${name} WITH (FORCE)`) };
}
