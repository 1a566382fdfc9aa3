import type { PlateSheet } from '@/contracts/sheets/plateSheet';
import { withDatabase } from '@/database/pool';
import { readSheets, type KeptSheet } from '@/database/lineUp/sheets';
import { hasPlate } from '@/core/lineUp/product';
import type { PlatePoint } from '@/core/plate/flatness';
import { lineUpOf, type LineUpEntry } from './lineUpView';

const BLANK: KeptSheet<PlateSheet> = { version: 0, body: { points: [] } };

/** The entries of a round-up with what was measured of their plates; version 0 where nothing was. */
export async function viewPlates(
  roundUpId: number,
): Promise<{ entry: LineUpEntry; plate: KeptSheet<PlateSheet> }[]> {
  return withDatabase(async (db) => {
    const lineUp = await lineUpOf(db, roundUpId);
    const plates = await readSheets(
      db,
      'plate',
      lineUp.map((entry) => entry.entryId),
    );
    return lineUp.map((entry) => ({ entry, plate: plates.get(entry.entryId) ?? BLANK }));
  });
}

/** The plates of a round-up that were measured, by the ids of their entries. */
export async function platesOf(roundUpId: number): Promise<{ entry: string; points: PlatePoint[] }[]> {
  return (await viewPlates(roundUpId)).flatMap(({ entry, plate }) =>
    plate.body.points.length > 0 ? [{ entry: entry.code, points: plate.body.points }] : [],
  );
}

/** The entries of a round-up that have a plate, as their page shows them. */
export async function platesPage(roundUpId: number) {
  return (await viewPlates(roundUpId))
    .map(({ entry, plate }, position) => ({
      entryId: entry.entryId,
      entry: entry.code,
      product: entry.shownName,
      productId: entry.productId,
      kind: entry.product.body.kind,
      // A cover hides which sample it is, too.
      sample: entry.covered ? '' : (entry.sample?.body.label ?? ''),
      position,
      plate,
    }))
    .filter(({ kind }) => hasPlate(kind));
}

export type PlateItem = Awaited<ReturnType<typeof platesPage>>[number];
