import { readFileSync, readdirSync } from 'node:fs';
import { clockNow, clockOffsetMs } from '@/clock/clockNow';
import { withDatabase } from '@/database/pool';
import { inFreshLab } from '../support/lab';

inFreshLab();

const rowsOf = (text: string) =>
  withDatabase(async (db) => (await db.query<Record<string, unknown>>(text)).rows);

/** SQL modules of the application. Migrations that have landed keep their text: their defaults are replaced by the last one. */
const modules = readdirSync('src/database', { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('.ts'),
);

test('SQL takes the time from the application’s clock', async () => {
  const [row] = await rowsOf('SELECT lab_now() AS "labNow", lab_clock() AS "labClock"');
  for (const time of Object.values(row!) as Date[])
    expect(Math.abs(time.getTime() - clockNow().getTime())).toBeLessThan(10_000);
  expect(Math.abs(clockOffsetMs())).toBeGreaterThan(10_000);
});

test('no default and no statement reads the machine’s clock', async () => {
  const defaults = await rowsOf(
    `SELECT table_name, column_name FROM information_schema.columns
     WHERE table_schema = current_schema() AND column_default ~* '\\m(now|clock_timestamp|current_(date|timestamp))\\M'`,
  );
  expect(defaults).toEqual([]);
  const reading = modules.filter((file) =>
    /(?<!\.)\b(now|clock_timestamp)\(\)|\bCURRENT_(DATE|TIMESTAMP)\b|\bLOCALTIME/i.test(
      readFileSync(`src/database/${file}`, 'utf8').replaceAll(/(performance|Date)\.now\(\)/g, ''),
    ),
  );
  expect(reading).toEqual([]);
});
