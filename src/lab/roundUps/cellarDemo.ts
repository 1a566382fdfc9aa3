import { withDatabase } from '@/database/pool';
import { listCitedEntries } from '@/database/roundUps';
import { asBytes } from '@/simulator/demoFiles';
import { cellarRoundUp } from '@/simulator/cellarRoundUp';
import { citeFromLab } from '../lineUp/fromTheLab';
import { importBundle, type ImportResult } from '../bring/importBundle';

/** The older rig of the demo, with the attic's own coolers on it; the one that was measured there alone is cited in the attic. */
export async function importCellar(seed: number, atticId: number): Promise<ImportResult> {
  const entries = () => withDatabase((db) => listCitedEntries(db, atticId));
  const attic = await entries();
  const meant = Object.fromEntries(attic.map(({ entry, entryId }) => [entry, entryId]));
  const result = await importBundle(asBytes(cellarRoundUp(seed)), { meant });
  if (!result.imported) return result;
  const known = new Set(attic.map(({ entryId }) => entryId));
  const cellar = await withDatabase((db) => listCitedEntries(db, result.roundUpId));
  for (const { entryId } of cellar) if (!known.has(entryId)) await citeFromLab(atticId, entryId);
  return result;
}
