import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { clearMark, hasMark, setMark } from '@/database/lab/labMarks';
import { withDatabase } from '@/database/pool';
import { listCitedEntries } from '@/database/roundUps/roundUps';
import { readZip } from '@/formats/bundle/bundleZip';
import { importBundle, type ImportResult } from '../bring/importBundle';
import { citeFromLab } from '../lineUp/fromTheLab';
import { publishDemo } from './publishDemo';

/** Where the demo's bundles stand, from the folder of the application. */
const FOLDER = 'demo/bundles';
const LOADING = 'demo loading';

type Imported = Extract<ImportResult, { imported: true }>;

async function filesOf(name: string): Promise<Map<string, Uint8Array>> {
  const file = `${name}.zip`;
  return readZip(file, await readFile(join(FOLDER, file)));
}

/** Brings a bundle of the demo in by the ordinary import. */
async function bring(
  files: ReadonlyMap<string, Uint8Array>,
  meant: Record<string, number> = {},
): Promise<Imported> {
  const result = await importBundle(files, { meant });
  if (result.imported) return result;
  throw new Error(`a bundle of the demo does not import: ${JSON.stringify(result.problems[0])}`);
}

/** The older rig, with the attic's own coolers on it; the one that was measured there alone is cited in the attic. */
export async function bringCellar(
  atticId: number,
  files: ReadonlyMap<string, Uint8Array>,
): Promise<Imported> {
  const entriesOf = (id: number) => withDatabase((db) => listCitedEntries(db, id));
  const attic = await entriesOf(atticId);
  const cellar = await bring(files, Object.fromEntries(attic.map(({ entry, entryId }) => [entry, entryId])));
  const known = new Set(attic.map(({ entryId }) => entryId));
  for (const { entryId } of await entriesOf(cellar.roundUpId))
    if (!known.has(entryId)) await citeFromLab(atticId, entryId);
  return cellar;
}

/** Whether a demo was begun and is not whole yet. */
export const isDemoLoading = (): Promise<boolean> => withDatabase((db) => hasMark(db, LOADING));

/** Gives a lab the demo to look at; one that was ended while it loaded goes on: what came in by then is known again. Says what came in. */
export async function loadDemo(): Promise<string> {
  await withDatabase((db) => setMark(db, LOADING));
  const towers = await bring(await filesOf('towers'));
  await publishDemo(towers.roundUpId);
  const came = [towers];
  for (const name of ['fans', 'air', 'cases', 'grid']) came.push(await bring(await filesOf(name)));
  const attic = await bring(await filesOf('attic'));
  came.push(attic, await bringCellar(attic.roundUpId, await filesOf('cellar')));
  await withDatabase((db) => clearMark(db, LOADING));
  return `demo loaded: ${came.map(({ title, runs }) => `${title}, ${runs} runs`).join('; ')}`;
}
