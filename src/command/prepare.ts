import { closePool, DatabaseAway } from '@/database/pool';
import { NewerLab } from '@/database/migrate';
import { prepareLab } from '@/lab/roundUps/prepareLab';

/** Address of a database without its password. */
function shownUrl(databaseUrl: string): string {
  try {
    const { host, pathname } = new URL(databaseUrl);
    return `${host}${pathname}`;
  } catch {
    return 'DATABASE_URL';
  }
}

async function main(): Promise<void> {
  const databaseUrl = process.env.DATABASE_URL ?? '';
  try {
    process.stderr.write(`abanico: ${await prepareLab(databaseUrl, process.env.ABANICO_EMPTY === '1')}\n`);
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    const away =
      error instanceof DatabaseAway ||
      ['ECONNREFUSED', 'ENOTFOUND', 'ETIMEDOUT', '28P01', '3D000'].includes(code ?? '');
    const reason = message || code || 'no answer';
    process.stderr.write(
      away
        ? `abanico: the database at ${shownUrl(databaseUrl)} does not answer (${reason}). Check DATABASE_URL, or leave it unset to use a private one.\n`
        : `abanico: ${error instanceof NewerLab ? message : (error as Error).stack}\n`,
    );
    process.exitCode = 1;
  } finally {
    await closePool();
  }
}

void main();
