import { closePool } from '@/database/pool';
import { exportBundle } from '@/lab/outgoing/exportBundle';
import { importBundle, type ImportResult } from '@/lab/bring/importBundle';
import { freshDatabase } from './database';

/** A database of its own for the tests of a file. */
export function inFreshLab(): void {
  let drop: () => Promise<void>;
  beforeAll(async () => {
    const database = await freshDatabase();
    process.env.DATABASE_URL = database.url;
    drop = database.drop;
  });
  afterAll(async () => {
    await closePool();
    await drop();
  });
}

/** Imports a bundle as if the lab had none of it: a round-up and entries of its own. */
export function importAsNew(files: ReadonlyMap<string, Uint8Array>): Promise<ImportResult> {
  return importBundle(files, { othersNew: true, asAnother: true });
}

/** Imports a bundle that must be sound, as new; the id of its round-up. */
export async function importSound(files: ReadonlyMap<string, Uint8Array>): Promise<number> {
  const result = await importAsNew(files);
  if (!result.imported) throw new Error(JSON.stringify(result.problems));
  return result.roundUpId;
}

export async function exported(id: number): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await exportBundle(id))!.files) files.set(path, bytes);
  return files;
}
