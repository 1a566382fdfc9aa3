import { randomBytes } from 'node:crypto';
import {
  countOpening,
  insertShareLink,
  listPublications,
  listShareLinks,
  publishedFile,
  revokeShareLink,
  sharedVersion,
  type Publication,
  type ShareLink,
} from '@/database/roundUps/publications';
import { inTransaction, withDatabase } from '@/database/pool';
import { Refused } from '../refusal';

export interface PublishedView {
  versions: Publication[];
  links: ShareLink[];
}

/** A file of a version, byte for byte as it was published; null where there is none. */
export function readPublished(
  roundUpId: number,
  version: number,
  file: 'bundle' | 'report',
): Promise<Buffer | null> {
  return withDatabase((db) => publishedFile(db, roundUpId, version, file));
}

export function viewPublished(roundUpId: number): Promise<PublishedView> {
  return withDatabase(async (db) => ({
    versions: await listPublications(db, roundUpId),
    links: await listShareLinks(db, roundUpId),
  }));
}

/** Opens one version at an address that cannot be guessed. */
export async function openShare(
  roundUpId: number,
  version: number,
  endsAt: Date | null,
  now: Date,
): Promise<{ token: string }> {
  if (endsAt && endsAt.getTime() <= now.getTime())
    throw new Refused('the link would end in the past', 'endsAt');
  // Made within the transaction: a repeated request gets the token that was stored.
  const token = await inTransaction(async (db) => {
    const made = randomBytes(24).toString('base64url');
    return (await insertShareLink(db, { roundUpId, version, token: made, endsAt, createdAt: now }))
      ? made
      : null;
  });
  if (token === null) throw new Refused('there is no such version');
  return { token };
}

export async function closeShare(roundUpId: number, token: string, now: Date): Promise<void> {
  const done = await inTransaction((db) => revokeShareLink(db, roundUpId, token, now));
  if (!done) throw new Refused('there is no such link, or it is revoked already');
}

export type SharedPage =
  | { open: true; report: Buffer; version: number; corrected: number | null }
  | { open: false; why: 'unknown' | 'revoked' | 'ended' | 'embargo'; at: Date | null };

/** What stands at a shared address now; that it was opened is counted, and nothing else is known of who did. */
export async function sharedPage(token: string, now: Date): Promise<SharedPage> {
  const found = await withDatabase((db) => sharedVersion(db, token, now));
  if (!found) return { open: false, why: 'unknown', at: null };
  if (found.revokedAt) return { open: false, why: 'revoked', at: found.revokedAt };
  if (found.endsAt && found.endsAt.getTime() <= now.getTime())
    return { open: false, why: 'ended', at: found.endsAt };
  if (found.embargoUntil && found.embargoUntil.getTime() > now.getTime())
    return { open: false, why: 'embargo', at: found.embargoUntil };
  await withDatabase((db) => countOpening(db, token));
  return { open: true, report: found.report, version: found.version, corrected: found.corrected };
}
