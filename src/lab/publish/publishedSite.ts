import { unzipSync } from 'fflate';
import { withDatabase } from '@/database/pool';
import { listPublications, listPublished, publishedFile } from '@/database/roundUps/publications';
import { steadyZip } from '@/formats/bundle/steadyZip';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { refuseCovered } from '../outgoing/coverGate';
import { Refused } from '../refusal';
import { staticSite } from '../report/staticSite';

/**
 * All published versions of some round-ups as a folder of static files, packed: for any web server, with no need of this application. What
 * is held back stays here.
 * @param address where the folder will stand; empty where nobody said
 * @throws Refused where nothing is published that may be seen, or a name under cover would leave
 */
export async function publishedSite(
  roundUpIds: readonly number[],
  now: Date,
  address = '',
): Promise<Uint8Array> {
  const bundles = (await Promise.all(roundUpIds.map((id) => openVersions(id, now)))).flat();
  if (bundles.length === 0) throw new Refused('no version is published that readers may see yet');
  const { files } = await staticSite(bundles, address);
  for (const id of roundUpIds) {
    // Who was put under cover since a version was published is under it in what leaves now.
    const words = await readCoverWords(id);
    for (const leaving of [files, ...bundles.map((bundle) => bundle.files)])
      for (const [path, bytes] of leaving) refuseCovered(words, path, path.endsWith('.png') ? '' : bytes);
  }
  return steadyZip(files);
}

/** The versions of a round-up that readers may see, with their data. */
function openVersions(roundUpId: number, now: Date) {
  return withDatabase(async (db) => {
    const open = (await listPublications(db, roundUpId)).filter(
      ({ embargoUntil }) => embargoUntil === null || embargoUntil.getTime() <= now.getTime(),
    );
    const found = [];
    for (const { version, publishedAt, corrections } of open) {
      const bundle = await publishedFile(db, roundUpId, version, 'bundle');
      if (!bundle) continue;
      found.push({
        ...{ path: `version ${version}`, name: `round-up ${roundUpId}` },
        files: new Map(Object.entries(unzipSync(new Uint8Array(bundle)))),
        version: { number: version, publishedAt: publishedAt.toISOString(), corrections },
      });
    }
    return found;
  });
}

/** Round-ups of which readers may see a version. */
export async function publishedRoundUps(
  now: Date,
): Promise<{ id: number; title: string; versions: number }[]> {
  return withDatabase((db) => listPublished(db, now));
}
