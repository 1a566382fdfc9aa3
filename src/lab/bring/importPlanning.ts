import { layoutProblem } from '@/core/cases/layout';
import { isCovered, type Entry } from '@/core/lineUp/entry';
import { setupDifferences } from '@/core/rig/setupDifferences';
import { listCasesOfEntry } from '@/database/lineUp/cases';
import { findOrAddRigRevision } from '@/database/lab/labEntries';
import { findOrAddSamples, setCoverName, setEntrySample } from '@/database/lineUp/lineUp';
import type { Queryable } from '@/database/pool';
import { holdRig, insertRevision, keepRemounts, listRevisions } from '@/database/lineUp/rigs';
import { insertLeftOut } from '@/database/bench/leftOut';
import { readSheet, writeSheet, type SheetKind } from '@/database/lineUp/sheets';
import { entryOwner } from '@/database/lineUp/entryOwner';
import type { DataPackage } from '@/formats/bundle/dataPackage';
import type { PlanningParts } from '@/formats/bundle/planningParts';
import { UnusableInput } from '@/formats/problem';
import { keepNewCase } from '../lineUp/cases';
import { neutralCode } from '../lineUp/neutralCode';
import { setupOf } from '../planning/rigView';

/** Who wrote what came with a bundle. */
export const IMPORTED = 'import';

/** Writes a sheet where the lab has none: what is there already stays. */
async function writeNew(
  db: Queryable,
  kind: SheetKind,
  owner: number,
  body: unknown,
  reason = '',
): Promise<void> {
  if (body === null || (await readSheet(db, kind, owner))) return;
  await writeSheet(db, { kind, owner, version: 0, body, who: IMPORTED, reason });
}

/** The revision that a bundle's runs were made at: one of the lab's that stands alike, or a new one with its history. */
export async function importRig(
  db: Queryable,
  rig: DataPackage['rig'],
  parts: PlanningParts,
): Promise<number> {
  const id = await rigOf(db, rig, parts);
  await keepRemounts(db, id, parts.remounts);
  return id;
}

async function rigOf(db: Queryable, rig: DataPackage['rig'], parts: PlanningParts): Promise<number> {
  const current = parts.revisions.find((revision) => revision.revision === parts.revision);
  if (!current) return findOrAddRigRevision(db, rig);
  const rigId = await holdRig(db, rig.name);
  const there = await listRevisions(db, rigId);
  await writeNew(db, 'rig-book', rigId, parts.book);
  const alike = there
    .reverse()
    .find((row) => row.setup && setupDifferences(setupOf(row), current.setup).length === 0);
  if (alike) return alike.id;
  // Into a rig with a history of its own only what the runs stand on is added.
  const wanted = there.length === 0 ? parts.revisions : [current];
  let currentId = 0;
  for (const made of wanted) {
    const id = await insertRevision(db, rigId, made.setup, made.reason, made.startedAt);
    await writeNew(db, 'rig-setup', id, made.setup, made.reason);
    if (made === current) currentId = id;
  }
  return currentId;
}

/** A layout must go into the case of its rig, as the lab keeps it, whatever the bundle says of that case. */
async function refuseOutside(
  db: Queryable,
  entryId: number,
  code: string,
  entry: Entry | null,
): Promise<void> {
  for (const { name, sides } of entry?.layout.length ? await listCasesOfEntry(db, entryId) : []) {
    const problem = layoutProblem(entry!.layout, sides);
    if (problem)
      throw new UnusableInput({
        file: 'layouts.csv',
        column: 'place',
        message: `"${code}" in ${name}: ${problem}`,
      });
  }
}

/** Writes what a bundle says of its round-up and entries beyond the tables. */
export async function importPlanning(
  db: Queryable,
  roundUpId: number,
  entryIds: ReadonlyMap<string, number>,
  parts: PlanningParts,
): Promise<void> {
  await writeNew(db, 'brief', roundUpId, parts.brief);
  await writeNew(db, 'plan', roundUpId, parts.plan);
  await writeNew(db, 'verdict', roundUpId, parts.verdict);
  if (parts.labCase) await keepNewCase(db, parts.labCase, IMPORTED);
  for (const point of parts.leftOut) {
    const entryId = entryIds.get(point.entry);
    if (entryId !== undefined) await insertLeftOut(db, roundUpId, entryId, point);
  }
  for (const [code, { product, entry, sample, plate, prices }] of Object.entries(parts.lineUp)) {
    const entryId = entryIds.get(code);
    if (entryId === undefined) continue;
    const { productId } = (await entryOwner(db, entryId))!;
    await writeNew(db, 'product', productId, product);
    await writeNew(db, 'entry', entryId, entry);
    await refuseOutside(db, entryId, code, entry);
    if (plate) await writeNew(db, 'plate', entryId, plate);
    if (prices) await writeNew(db, 'prices', entryId, prices);
    if (entry && isCovered(entry)) {
      await setCoverName(db, entryId, entry.coverName.trim());
      await neutralCode(db, entryId, entry.coverName.trim());
    }
    if (!sample) continue;
    const sampleId = (await findOrAddSamples(db, [{ productId, label: sample.label }]))[0]!.id;
    await writeNew(db, 'sample', sampleId, sample);
    await setEntrySample(db, entryId, sampleId);
  }
}
