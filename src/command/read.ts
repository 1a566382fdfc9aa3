import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { LogMeans } from '@/formats/log/logMeans';
import { durationS, readLog } from '@/formats/log/readLog';
import { UnusableInput } from '@/formats/problem';
import { callerFolder, readArguments, runCommand } from './arguments';

void runCommand(async () => {
  const { values, path } = readArguments('./abanico read LOG [--json]', { json: { type: 'boolean' } });
  const file = resolve(callerFolder(), path);
  const found = await stat(file).catch(() => null);
  if (!found?.isFile()) throw new UnusableInput({ file: path, message: 'no such file' });
  let means = new LogMeans();
  const { encoding, reader } = await readLog(
    () => createReadStream(file, { highWaterMark: 1 << 18 }),
    path,
    () => (means = new LogMeans()),
  );
  const { delimiter, decimal } = reader.dialect!;
  const problems = [...reader.problems];
  if (reader.unlisted > 0) {
    const last = problems[problems.length - 1]!;
    problems.push({ line: last.line, message: `and ${reader.unlisted} more rows skipped after this` });
  }
  const result = {
    dialect: { delimiter, decimal, encoding },
    columns: reader.columns,
    samples: reader.samples,
    durationS: durationS(reader),
    means: Object.fromEntries(
      Object.entries(means.means()).map(([name, value]) => [name, Number(value.toFixed(6))]),
    ),
    problems,
  };
  if (values.json) {
    process.stdout.write(`${JSON.stringify(result, null, 2)}\n`);
    return;
  }
  const name = { ',': 'comma', ';': 'semicolon', '\t': 'tab' }[delimiter];
  const lines = [
    `${result.samples} rows${result.durationS === null ? '' : ` over ${result.durationS} s`}, ${encoding}, ${name} between cells, decimal ${decimal === ',' ? 'comma' : 'point'}`,
    '',
    ...reader.columns.map((column) => {
      const mean =
        column.quantity && reader.measured.some((other) => reader.columns[other.column] === column)
          ? result.means[column.quantity]
          : undefined;
      const meaning = column.quantity
        ? `${column.quantity.replace('_', ' ')}, ${column.unit}`
        : 'kept, not known';
      return `  ${column.header || '(no heading)'}: ${meaning}${mean === undefined ? '' : `, mean ${mean.toFixed(2)}`}`;
    }),
    ...(problems.length > 0 ? ['', 'Skipped', ...problems.map((p) => `  line ${p.line}: ${p.message}`)] : []),
  ];
  process.stdout.write(`${lines.join('\n')}\n`);
});
