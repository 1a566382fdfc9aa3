import { writeFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { UnusableInput } from '@/formats/problem';
import { bundleReport } from '@/lab/report/bundleReport';
import { callerFolder, readArguments, runCommand, UsageError } from './arguments';
import { bundleAt } from './bundleAt';

const USAGE = './abanico report BUNDLE --out FILE.html [--plain]';

void runCommand(async () => {
  const { values, path } = readArguments(USAGE, {
    out: { type: 'string' },
    // Without script: it answers nothing beyond what it shows.
    plain: { type: 'boolean' },
  });
  const out = values.out as string | undefined;
  if (!out) throw new UsageError(`--out: where is it to be written? (usage: ${USAGE})`);
  const { html, data, broken } = await bundleReport(
    await bundleAt(resolve(callerFolder(), path)),
    undefined,
    {
      plain: values.plain === true,
    },
  );
  const file = resolve(callerFolder(), out);
  await writeFile(file, html).catch((error: NodeJS.ErrnoException) => {
    throw new UnusableInput({ file: out, message: `cannot be written (${error.code ?? error.message})` });
  });
  for (const problem of [...data.problems, ...broken]) process.stderr.write(`abanico: ${problem}\n`);
  process.stdout.write(`${out}: ${data.title}, ${Math.ceil(Buffer.byteLength(html) / 1024)} kB\n`);
});
