import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The files of a bundle of `tests/samples/quantities`, by their paths in it. */
export function quantitySample(name: string, under = ''): Map<string, Uint8Array> {
  const folder = `tests/samples/quantities/${name}`;
  const files = new Map<string, Uint8Array>();
  for (const found of readdirSync(join(folder, under), { withFileTypes: true })) {
    const path = under ? `${under}/${found.name}` : found.name;
    if (found.isDirectory()) for (const [inner, bytes] of quantitySample(name, path)) files.set(inner, bytes);
    else files.set(path, readFileSync(join(folder, path)));
  }
  return files;
}
