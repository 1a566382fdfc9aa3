import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8 } from 'fflate';
import { clearMark, hasMark, setMark } from '@/database/lab/labMarks';
import { inTransaction, withDatabase } from '@/database/pool';
import {
  countDemo,
  listDemoRoundUps,
  listOnDemo,
  markDemo,
  markOlderDemo,
  setDemoAway,
} from '@/database/roundUps/demoRoundUps';
import { listCitedEntries } from '@/database/roundUps/roundUps';
import { readZip } from '@/formats/bundle/bundleZip';
import { refuseOnTheRig } from '../bench/onTheRig';
import { importBundle, type ImportResult } from '../bring/importBundle';
import { citeFromLab } from '../lineUp/fromTheLab';
import { Refused } from '../refusal';
import { publishDemo } from './publishDemo';

/** Where the demo's bundles stand, from the folder of the application. */
const FOLDER = 'demo/bundles';
const NAMES = ['towers', 'fans', 'air', 'cases', 'grid', 'attic', 'cellar'];
const LOADING = 'demo loading';
/** Which round-ups of this lab came with the demo is known. */
const KNOWN = 'demo known';

interface DataPackageName {
  name: string;
  title: string;
}

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
  await inTransaction(async (db) => {
    await markDemo(
      db,
      came.map(({ roundUpId }) => roundUpId),
    );
    await setMark(db, KNOWN);
    await clearMark(db, LOADING);
  });
  return `demo loaded: ${came.map(({ title, runs }) => `${title}, ${runs} runs`).join('; ')}`;
}

/** In a lab that an earlier version gave the demo, its round-ups are known by their names from now on; an empty one had none. */
export async function knowOlderDemo(isEmpty: boolean): Promise<void> {
  if (await withDatabase((db) => hasMark(db, KNOWN))) return;
  const bundles: DataPackageName[] = [];
  for (const name of isEmpty ? [] : NAMES) {
    const files = await filesOf(name);
    const { name: called, title } = JSON.parse(strFromU8(files.get('datapackage.json')!)) as DataPackageName;
    bundles.push({ name: called, title });
  }
  await inTransaction(async (db) => {
    await markOlderDemo(db, bundles);
    await setMark(db, KNOWN);
  });
}

export interface DemoHere {
  state: 'none' | 'here' | 'away';
  /** Round-ups of the demo that are here. */
  count: number;
}

/** Whether the demo is in the lab, as the first page tells it. */
export async function demoHere(): Promise<DemoHere> {
  const { all, away } = await withDatabase(countDemo);
  const count = all - away;
  return { state: count > 0 ? 'here' : all > 0 ? 'away' : 'none', count };
}

export interface DemoView {
  state: DemoHere['state'];
  /** Round-ups of the demo that are here, and whether somebody has worked on them. */
  roundUps: { id: number; title: string; isChanged: boolean }[];
  /** One's own that stand on entries or rigs of the demo. */
  onDemo: { id: number; title: string; entries: number }[];
}

/** What putting the demo away would touch, for whoever is about to. */
export async function viewDemo(): Promise<DemoView> {
  const { state } = await demoHere();
  if (state !== 'here') return { state, roundUps: [], onDemo: [] };
  return withDatabase(async (db) => {
    const here = (await listDemoRoundUps(db)).filter(({ isAway }) => !isAway);
    const roundUps = here.map(({ id, title, isChanged }) => ({ id, title, isChanged }));
    return { state, roundUps, onDemo: await listOnDemo(db) };
  });
}

/** Takes the demo out of the lab's sight: its round-ups, and rigs, products, cases and dues that nothing else uses. `keep` stay. */
export async function putDemoAway(keep: readonly number[]): Promise<void> {
  await inTransaction(async (db) => {
    for (const { id, isAway } of await listDemoRoundUps(db))
      if (!isAway && !keep.includes(id)) await refuseOnTheRig(db, id);
    await setDemoAway(db, true, keep);
  });
}

/** Brings the demo back as it was put away; a lab that never had it gets it. */
export async function bringDemo(): Promise<void> {
  const { state } = await demoHere();
  if (state === 'none') {
    // Pressed twice, it comes once.
    if (await isDemoLoading()) throw new Refused('the demo is coming in already: a moment');
    await loadDemo();
  } else await withDatabase((db) => setDemoAway(db, false));
}
