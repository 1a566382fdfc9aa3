import { readFile, stat } from 'node:fs/promises';
import { readFolder } from '@/formats/bundle/bundleFolder';
import { isZip, readZip } from '@/formats/bundle/bundleZip';
import { UnusableInput } from '@/formats/problem';

/** The files of a bundle: a folder, or a zip of one. */
export async function bundleAt(path: string): Promise<Map<string, Uint8Array>> {
  const found = await stat(path).catch(() => null);
  if (!found?.isFile()) return readFolder(path);
  const bytes = await readFile(path);
  if (!isZip(bytes)) throw new UnusableInput({ file: path, message: 'neither a folder nor a zip' });
  return readZip(path, bytes);
}
