import { withDatabase, type Queryable } from '@/database/pool';
import {
  bringShareLink,
  insertPublication,
  listPublications,
  listShareLinks,
  publishedFile,
} from '@/database/roundUps/publications';
import { readVersions, versionListFile, versionPath } from '@/formats/bundle/versionFiles';

interface Carried {
  path: string;
  bytes: Uint8Array;
}

/** The published versions of a round-up with their links as files of its private bundle, one by one. */
export async function* versionsAlong(roundUpId: number): AsyncGenerator<Carried> {
  const [published, links] = await withDatabase((db) =>
    Promise.all([listPublications(db, roundUpId), listShareLinks(db, roundUpId)]),
  );
  if (published.length === 0) return;
  const at = (moment: Date | null) => moment?.toISOString() ?? null;
  yield versionListFile({
    versions: published.map(({ id: _, publishedAt, embargoUntil, ...version }) => ({
      ...version,
      ...{ publishedAt: publishedAt.toISOString(), embargoUntil: at(embargoUntil) },
    })),
    links: links.map(({ createdAt, endsAt, revokedAt, ...link }) => ({
      ...link,
      ...{ createdAt: createdAt.toISOString(), endsAt: at(endsAt), revokedAt: at(revokedAt) },
    })),
  });
  for (const { version } of published)
    for (const file of ['bundle', 'report'] as const) {
      const bytes = await withDatabase((db) => publishedFile(db, roundUpId, version, file));
      yield { path: versionPath(version, file), bytes: new Uint8Array(bytes!) };
    }
}

/**
 * Versions and links that came with a bundle, into a round-up that has none: what was published here is never mixed with what was elsewhere.
 * @throws UnusableInput where they cannot be read
 */
export async function bringVersions(
  db: Queryable,
  roundUpId: number,
  others: readonly Carried[],
): Promise<void> {
  const found = readVersions(others);
  if (!found || (await listPublications(db, roundUpId)).length > 0) return;
  for (const { publishedAt, embargoUntil, ...version } of found.versions)
    await insertPublication(db, {
      ...{ ...version, roundUpId, publishedAt: new Date(publishedAt) },
      embargoUntil: embargoUntil === null ? null : new Date(embargoUntil),
    });
  for (const link of found.links) await bringShareLink(db, roundUpId, link);
}
