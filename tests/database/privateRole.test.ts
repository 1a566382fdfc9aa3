import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { PrivatePostgres } from '../support/privatePostgres';

test('the role of a new cluster makes what it likes in its own database, and nothing beside it', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'abanico-role-'));
  chmodSync(folder, 0o755);
  const server = new PrivatePostgres('postgres', folder);
  const asked = async (url: string, sql: string) => {
    const client = new Client({ connectionString: url });
    await client.connect();
    const told = await client.query(sql).then(
      ({ rows }) => JSON.stringify(rows),
      (error: Error) => error.message,
    );
    await client.end();
    return told;
  };
  try {
    const role = `SELECT rolsuper AS server, rolcreatedb AS others, rolcreaterole AS roles FROM pg_roles WHERE rolname = current_user`;
    expect(JSON.parse(await asked(server.url, role))).toEqual([
      { server: false, others: false, roles: false },
    ]);
    expect(await asked(server.url, 'CREATE TABLE mine (x int)')).toBe('[]');
    expect(await asked(server.url, 'CREATE DATABASE another')).toMatch(/permission denied/);
    expect(await asked(server.url, `COPY mine FROM PROGRAM 'echo 1'`)).toMatch(/must be superuser/);
    const beside = server.url.replace(/\/abanico$/, '/postgres');
    expect(beside).not.toBe(server.url);
    expect(await asked(beside, 'CREATE TABLE theirs (x int)')).toMatch(/permission denied/);
  } finally {
    server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}, 60_000);
