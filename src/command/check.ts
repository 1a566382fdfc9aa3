import { readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { UnusableInput } from '@/formats/problem';
import { checkReport } from '@/lab/report/checkReport';
import { callerFolder, readArguments, runCommand } from './arguments';
import { bundleAt } from './bundleAt';

const USAGE = './abanico check FILE.html [--data BUNDLE] [--json]';

void runCommand(async () => {
  const { values, path } = readArguments(USAGE, { data: { type: 'string' }, json: { type: 'boolean' } });
  const html = await readFile(resolve(callerFolder(), path), 'utf8').catch((error: NodeJS.ErrnoException) => {
    throw new UnusableInput({ file: path, message: `cannot be read (${error.code ?? error.message})` });
  });
  const data = values.data as string | undefined;
  const whole = data === undefined ? undefined : await bundleAt(resolve(callerFolder(), data));
  const found = await checkReport(path, html, whole);
  const { rules, figures, moved, sentences } = found;
  if (moved.length + sentences.length > 0) process.exitCode = 1;
  if (values.json) {
    process.stdout.write(`${JSON.stringify(found, null, 2)}\n`);
    return;
  }
  const say = (line: string) => process.stdout.write(`${line}\n`);
  say(found.version);
  if (rules.report !== '' && rules.report !== rules.now)
    say(`Made by other rules (${rules.report}); ranked anew by ${rules.now}.`);
  for (const { what, was, now } of moved)
    say(
      `${what}: ${was === '' ? `“${now}” is missing` : now === '' ? `“${was}” does not follow` : `“${was}”, the data give “${now}”`}`,
    );
  for (const sentence of sentences) say(`does not follow: ${sentence}`);
  say(
    moved.length + sentences.length === 0
      ? `All ${figures} figures, their sentences and all else that is written follow from the data.${data === undefined ? ' Photographs are not in the data.' : ''} Whether data and report were changed together cannot be seen from them.`
      : `${moved.length + sentences.length} of what is shown does not follow from the data.`,
  );
});
