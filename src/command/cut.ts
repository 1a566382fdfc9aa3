import { createReadStream } from 'node:fs';
import { readdir, rename, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { problemText, UnusableInput } from '@/formats/problem';
import { cutBundle } from '@/lab/bring/cutBundle';
import { cutEvening, type CutEvening } from '@/lab/bring/cutEvening';
import { callerFolder, readPaths, runCommand } from './arguments';
import { stageFolder } from './stagedFolder';

const USAGE = './abanico cut LOG… [--json] [--out BUNDLE]';

/** Writes a folder with all of the files, or nothing. Throws UnusableInput if `out` exists and is not empty. */
async function writeWhole(out: string, files: ReadonlyMap<string, string>): Promise<void> {
  const folder = resolve(callerFolder(), out);
  const there = await readdir(folder).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw new UnusableInput({ file: out, message: `no folder that can be written (${error.code})` });
  });
  if (there.length > 0) throw new UnusableInput({ file: out, message: 'is there already, and not empty' });
  const staged = await stageFolder(folder, files);
  // rename replaces an empty folder and refuses any other.
  await rename(staged.path, folder).catch(async (error: unknown) => {
    await staged.discard();
    throw new UnusableInput({
      file: out,
      message: `cannot be written (${(error as NodeJS.ErrnoException).code})`,
    });
  });
}

function asTable({ logs, pieces, problems }: Omit<CutEvening, 'runs'>): string {
  const cell = (value: number | null, decimals: number, unit: string) =>
    value === null ? '–' : `${value.toFixed(decimals)} ${unit}`;
  return [
    ...logs.map(
      ({ file, rows, stepS, shiftS, shiftFits }) =>
        `${file}: ${rows} rows, every ${cell(stepS, 2, 's')}, clock moved by ${shiftS} s${
          shiftFits === null ? '' : `, ${Math.round(100 * shiftFits)} % of its steps meet`
        }`,
    ),
    '',
    ...pieces.map(({ fromS, toS, loadW, setting, noiseDb, floorDb, riseK, state }) =>
      [
        `${fromS.toFixed(0).padStart(7)} to ${toS.toFixed(0).padStart(6)} s`,
        state.padEnd(9),
        cell(loadW, 0, 'W').padStart(6),
        (setting || '–').padEnd(9),
        `rise ${cell(riseK, 1, 'K')}`.padEnd(12),
        `noise ${cell(noiseDb, 1, 'dB(A)')}, room alone ${cell(floorDb, 1, 'dB(A)')}`,
      ].join('  '),
    ),
    ...(problems.length > 0
      ? ['', 'To know', ...problems.map((problem) => `  ${problemText(problem)}`)]
      : []),
  ].join('\n');
}

void runCommand(async () => {
  const { values, paths } = readPaths(USAGE, { json: { type: 'boolean' }, out: { type: 'string' } });
  for (const path of paths) {
    const found = await stat(resolve(callerFolder(), path)).catch(() => null);
    if (!found?.isFile()) throw new UnusableInput({ file: path, message: 'no such file' });
  }
  const { runs, ...told } = await cutEvening(
    paths.map((path) => ({
      path,
      open: () => createReadStream(resolve(callerFolder(), path), { highWaterMark: 1 << 18 }),
    })),
  );
  const out = values.out as string | undefined;
  if (out !== undefined) {
    const { files, problems } = cutBundle(runs);
    if (!files)
      throw new UnusableInput({ file: paths[0]!, message: 'no piece of this session can be a run' });
    await writeWhole(out, files);
    told.problems.push(...problems);
  }
  process.stdout.write(`${values.json ? JSON.stringify(told, null, 2) : asTable(told)}\n`);
});
