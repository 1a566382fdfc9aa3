import { join } from 'node:path';
import { runner } from 'node-pg-migrate';

/** Brings the database to the newest form; safe to call from several processes at once. */
export async function migrate(databaseUrl: string): Promise<void> {
  await runner({
    databaseUrl,
    dir: join(process.cwd(), 'src/database/migrations'),
    direction: 'up',
    migrationsTable: 'migrations',
    checkOrder: true,
    log: () => undefined,
  });
}
