import type { Brief } from '@/core/brief/brief';
import { briefChanges } from '@/core/brief/briefChanges';
import { entryPrice, entryProblem, fanCount, fansText, isCovered, type Entry } from '@/core/lineUp/entry';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { layoutProblem } from '@/core/cases/layout';
import type { LabCase } from '@/core/cases/labCase';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import { listCasesOfEntry } from '@/database/lineUp/cases';
import {
  controlOf,
  listEntriesOfProduct,
  updateEntryColumns,
  updateProductColumns,
  updateSampleLabel,
  type EntryColumns,
} from '@/database/lineUp/lineUp';
import { inTransaction, type Queryable } from '@/database/pool';
import { listRunIds, updateMethodColumns } from '@/database/roundUps/roundUps';
import {
  listSheetChanges,
  readSheet,
  sheetOwnerIsThere,
  writeSheet,
  type SheetKind,
} from '@/database/lineUp/sheets';
import { entryOwner } from '@/database/lineUp/entryOwner';
import { afterCase } from '../lineUp/cases';
import { briefOf } from './briefView';
import { blankEntryOf, blankProductOf } from '../lineUp/lineUpView';
import { reduceStoredRun } from '../model/reduceStoredRun';
import { neutralCode } from '../lineUp/neutralCode';
import { Refused } from '../refusal';

export interface SheetEdit {
  version: number;
  body: unknown;
  who: string;
  reason: string;
}

export type SheetResult =
  | { saved: true; version: number }
  | { saved: false; why: 'conflict'; version: number; body: unknown; who: string }
  | { saved: false; why: 'refused'; message: string; field?: string | undefined };

async function afterBrief(db: Queryable, roundUpId: number, isNow: Brief, reason: string): Promise<void> {
  const was = await briefOf(db, roundUpId);
  if (!was) throw new Refused('this round-up is not there any more');
  const runs = await listRunIds(db, roundUpId);
  if (runs.length > 0 && reason === '' && briefChanges(was.body, isNow).length > 0)
    throw new Refused('runs are there already: a change to the brief needs its reason', 'reason');
  await updateMethodColumns(db, roundUpId, {
    // A named program keeps its measured watts and is no fixed load.
    loadsW: [...new Set(isNow.loads.map((load) => load.watts))],
    noiseLineDba: isNow.noiseLinesDba[0]!,
    windowS: isNow.windowS,
    referenceAmbientC: isNow.referenceAmbientC,
  });
  if (isNow.windowS !== was.body.windowS) for (const runId of runs) await reduceStoredRun(db, runId);
}

/** What of an entry's layout does not go into a case that it is compared in, in words; null where all does. */
async function outsideItsCases(db: Queryable, entryId: number, { layout }: Entry): Promise<string | null> {
  if (layout.length === 0) return null;
  for (const { name, sides } of await listCasesOfEntry(db, entryId)) {
    const problem = layoutProblem(layout, sides);
    if (problem) return `${name}: ${problem}`;
  }
  return null;
}

/** What the columns of an entry say, of what was written of it and its product. */
export const entryColumns = (product: Product, entry: Entry): EntryColumns => ({
  fans: fansText(entry),
  fanCount: entry.fans.length > 0 ? fanCount(entry) : null,
  price: entryPrice(product, entry),
  currency: product.currency,
  heightMm: configuredSize(product, entry).heightMm,
  coverName: isCovered(entry) ? entry.coverName.trim() : '',
});

/** Keeps the columns of an entry in step with what was written of it and its product. */
export async function syncEntry(db: Queryable, entryId: number): Promise<void> {
  const owner = await entryOwner(db, entryId);
  if (!owner) throw new Refused('this entry is not there any more');
  const product = (await readSheet(db, 'product', owner.productId))?.body ?? blankProductOf(owner);
  const entry = (await readSheet(db, 'entry', entryId))?.body ?? blankEntryOf(owner);
  const problem = entryProblem(product.kind, entry) ?? (await outsideItsCases(db, entryId, entry));
  if (problem) throw new Refused(problem, 'fans');
  await updateEntryColumns(db, entryId, entryColumns(product, entry));
  if (isCovered(entry)) await neutralCode(db, entryId, entry.coverName.trim());
}

async function afterProduct(db: Queryable, productId: number, product: Product): Promise<void> {
  await updateProductColumns(db, productId, product);
  for (const entryId of await listEntriesOfProduct(db, productId)) await syncEntry(db, entryId);
}

async function afterSample(db: Queryable, sampleId: number, sample: Sample): Promise<void> {
  await updateSampleLabel(db, sampleId, sample.label);
  if (sample.state !== 'retired') return;
  const [title] = await controlOf(db, sampleId);
  if (title)
    throw new Refused(
      `this sample is the control of “${title}”: name another control there before retiring it`,
      'state',
    );
}

/** What a change of each sheet moves beside itself. Runs after the writing, in its transaction; `brief` before it. */
async function follow(db: Queryable, kind: SheetKind, owner: number, body: unknown): Promise<void> {
  if (kind === 'product') await afterProduct(db, owner, body as Product);
  if (kind === 'sample') await afterSample(db, owner, body as Sample);
  if (kind === 'entry') await syncEntry(db, owner);
  if (kind === 'case') await afterCase(db, owner, body as LabCase);
}

/**
 * Writes a sheet that was checked by its schema, with all that follows from it, in one transaction. Whoever did not
 * see the last version is shown it, and nothing is overwritten.
 */
export async function saveSheet(kind: SheetKind, owner: number, edit: SheetEdit): Promise<SheetResult> {
  try {
    return await inTransaction(async (db) => {
      if (!(await sheetOwnerIsThere(db, kind, owner)))
        throw new Refused('what this was written of is not there any more');
      const seen = await readSheet(db, kind, owner);
      if ((seen?.version ?? 0) !== edit.version) {
        const changes = await listSheetChanges(db, kind, owner);
        const who = changes[changes.length - 1]?.who ?? '';
        return { saved: false, why: 'conflict', version: seen?.version ?? 0, body: seen?.body ?? null, who };
      }
      if (kind === 'brief') await afterBrief(db, owner, edit.body as Brief, edit.reason);
      const version = await writeSheet(db, { kind, owner, ...edit });
      if (version === null) throw new Refused('somebody else has written this meanwhile: load it again');
      await follow(db, kind, owner, edit.body);
      return { saved: true, version };
    });
  } catch (error) {
    if (error instanceof Refused)
      return { saved: false, why: 'refused', message: error.message, field: error.field };
    if ((error as { code?: string }).code === '23505')
      return { saved: false, why: 'refused', message: 'another of this name is there already' };
    throw error;
  }
}
