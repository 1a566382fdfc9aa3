import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The files of a bundle of `tests/samples`, by their paths in it. */
export function sampleOf(folder: string, under = ''): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  for (const found of readdirSync(join(folder, under), { withFileTypes: true })) {
    const path = under ? `${under}/${found.name}` : found.name;
    if (found.isDirectory()) for (const [inner, bytes] of sampleOf(folder, path)) files.set(inner, bytes);
    else files.set(path, readFileSync(join(folder, path)));
  }
  return files;
}

export const quantitySample = (name: string) => sampleOf(`tests/samples/quantities/${name}`);

/** The samples of doubt by their names. */
export const doubtSamples = (): [string, Map<string, Uint8Array>][] =>
  readdirSync('tests/samples/doubt', { withFileTypes: true })
    .filter((found) => found.isDirectory())
    .map(({ name }) => [name, sampleOf(`tests/samples/doubt/${name}`)]);
