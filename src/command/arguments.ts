import { parseArgs } from 'node:util';
import { UnusableInput } from '@/formats/problem';

/** A command called in a way that cannot be carried out. */
export class UsageError extends Error {}

/** Where the caller stands, which the start script keeps before it changes folder. */
export function callerFolder(): string {
  return process.env.ABANICO_CALLER ?? process.cwd();
}

export function numberFlag(name: string, value: string | undefined): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (value.trim() === '' || !Number.isFinite(number))
    throw new UsageError(`--${name}: not a number: "${value}"`);
  return number;
}

type Options = Record<string, { type: 'string' | 'boolean' }>;

/** Flags and paths, as many as were meant. */
function readAll(
  usage: string,
  options: Options,
  meant: { some: string; isMet: (count: number) => boolean },
) {
  try {
    const { values, positionals: paths } = parseArgs({
      args: process.argv.slice(2),
      options,
      allowPositionals: true,
    });
    if (!meant.isMet(paths.length)) throw new UsageError(`${meant.some} expected`);
    return { values, paths };
  } catch (error) {
    throw new UsageError(`${(error as Error).message} (usage: ${usage})`);
  }
}

/** Flags and at least one path. */
export const readPaths = (usage: string, options: Options) =>
  readAll(usage, options, { some: 'a path', isMet: (count) => count > 0 });

/** Flags alone. */
export const readFlags = (usage: string, options: Options) =>
  readAll(usage, options, { some: 'no path', isMet: (count) => count === 0 }).values;

/** Flags and one path. */
export function readArguments(usage: string, options: Options) {
  const { values, paths } = readAll(usage, options, {
    some: 'exactly one path',
    isMet: (count) => count === 1,
  });
  return { values, path: paths[0]! };
}

/** Runs a command; an input or a call that cannot be used ends with one line on standard error and status 2. */
export async function runCommand(body: () => Promise<void>): Promise<void> {
  try {
    await body();
  } catch (error) {
    const told = error instanceof UnusableInput || error instanceof UsageError;
    const text = told ? (error as Error).message : ((error as Error).stack ?? String(error));
    process.stderr.write(`abanico: ${told ? text.replaceAll('\n', ' ') : text}\n`);
    process.exitCode = told ? 2 : 1;
  }
}
