import { unzipSync } from 'fflate';
import { withDatabase } from '@/database/pool';
import { listPublications, publishedFile } from '@/database/roundUps/publications';
import { steadyZip } from '@/formats/bundle/steadyZip';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { refuseCovered } from '../outgoing/coverGate';
import { Refused } from '../refusal';
import { staticSite } from '../report/staticSite';

/**
 * All published versions of a round-up as a folder of static files, packed: for any web server, with no need of this application. What is
 * held back stays here.
 * @throws Refused where nothing is published that may be seen, or a name under cover would leave
 */
export async function publishedSite(roundUpId: number, now: Date): Promise<Uint8Array> {
  const bundles = await withDatabase(async (db) => {
    const open = (await listPublications(db, roundUpId)).filter(
      ({ embargoUntil }) => embargoUntil === null || embargoUntil.getTime() <= now.getTime(),
    );
    return Promise.all(
      open.map(async ({ version, publishedAt, corrections }) => ({
        path: `version ${version}`,
        name: `round-up ${roundUpId}`,
        files: new Map(
          Object.entries(unzipSync(new Uint8Array((await publishedFile(db, roundUpId, version, 'bundle'))!))),
        ),
        version: { number: version, publishedAt: publishedAt.toISOString(), corrections },
      })),
    );
  });
  if (bundles.length === 0) throw new Refused('no version is published that readers may see yet');
  const { files } = await staticSite(bundles);
  // Who was put under cover since a version was published is under it in what leaves now.
  const words = await readCoverWords(roundUpId);
  for (const leaving of [files, ...bundles.map((bundle) => bundle.files)])
    for (const [path, bytes] of leaving) if (!path.endsWith('.zip')) refuseCovered(words, path, bytes);
  return steadyZip(files);
}
