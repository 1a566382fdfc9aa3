import { placesIn } from '@/core/ranking/sideColumn';
import { allValues } from '@/lab/model/responseView';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { placedEntries } from '@/lab/model/pageEntries';
import { viewSideBySide } from './sideBySide';

/** All entries by all that they were measured by, at one noise line or each at its fastest; null where nothing can be placed. */
export async function sidePage(view: RoundUpView, { lineDb, atFull }: { lineDb: number; atFull: boolean }) {
  const source = await allValues(view);
  const byNoise = await viewSideBySide(view, { by: 'noise', lineDb }, source);
  const atFastest = await viewSideBySide(view, { by: 'full' }, source);
  const columns = atFull ? atFastest : byNoise;
  if (columns.length === 0) return null;
  return {
    roundUpId: view.roundUp.id,
    lineDb,
    entries: placedEntries(view),
    columns,
    /** The columns are of every entry at its fastest; else all stand at the line. */
    atFull,
    /** Places the other way, at the line or at full speed, by column and entry. */
    elsewhere: placesIn(atFull ? byNoise : atFastest),
  };
}

export type SideData = NonNullable<Awaited<ReturnType<typeof sidePage>>>;
