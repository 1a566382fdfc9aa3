import { withDatabase, type Queryable } from '@/database/pool';
import {
  bringShareLink,
  insertPublication,
  listPublications,
  listShareLinks,
  publishedFile,
} from '@/database/roundUps/publications';
import {
  readVersions,
  versionListFile,
  versionPath,
  type KeptVersion,
  type VersionList,
} from '@/formats/bundle/versionFiles';
import { UnusableInput } from '@/formats/problem';

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

/** Published versions and links of a bundle that a round-up lacks. */
export interface NewVersions {
  versions: KeptVersion[];
  links: VersionList['links'];
}

/**
 * Lists what a round-up lacks of the versions and links that a bundle carries. Null if the bundle carries none.
 * @throws UnusableInput if they cannot be read, or if a version of one number is another one here: two histories are not mixed
 */
export async function newVersionsIn(
  db: Queryable,
  roundUpId: number | null,
  others: readonly Carried[],
): Promise<NewVersions | null> {
  const found = readVersions(others);
  if (!found) return null;
  const [here, links] =
    roundUpId === null
      ? [[], []]
      : await Promise.all([listPublications(db, roundUpId), listShareLinks(db, roundUpId)]);
  const publishedHere = new Map(here.map(({ version, publishedAt }) => [version, publishedAt.getTime()]));
  for (const { version, publishedAt } of found.versions) {
    const at = publishedHere.get(version);
    if (at !== undefined && at !== new Date(publishedAt).getTime())
      throw new UnusableInput({
        file: 'versions/versions.json',
        message:
          `version ${version} was published on ${new Date(at).toISOString()} here and on ${publishedAt} there: ` +
          'two different histories are not mixed. Import the bundle as another round-up.',
      });
  }
  const tokens = new Set(links.map(({ token }) => token));
  return {
    versions: found.versions.filter(({ version }) => !publishedHere.has(version)),
    links: found.links.filter(({ token }) => !tokens.has(token)),
  };
}

/** Adds the published versions and links of a bundle that a round-up lacks. @throws UnusableInput as `newVersionsIn` */
export async function bringVersions(
  db: Queryable,
  roundUpId: number,
  others: readonly Carried[],
): Promise<void> {
  const fresh = await newVersionsIn(db, roundUpId, others);
  for (const { publishedAt, embargoUntil, ...version } of fresh?.versions ?? [])
    await insertPublication(db, {
      ...{ ...version, roundUpId, publishedAt: new Date(publishedAt) },
      embargoUntil: embargoUntil === null ? null : new Date(embargoUntil),
    });
  for (const link of fresh?.links ?? []) await bringShareLink(db, roundUpId, link);
}
