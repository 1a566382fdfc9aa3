import type { PublishedFigure } from '@/core/verdict/versionChanges';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import type { Queryable } from '../pool';

export interface Publication {
  id: number;
  version: number;
  publishedAt: Date;
  who: string;
  embargoUntil: Date | null;
  reason: string;
  changes: string[];
  corrections: ReportVersion['corrections'];
  figures: PublishedFigure[];
}

const COLUMNS = `id, version, published_at AS "publishedAt", who, embargo_until AS "embargoUntil", reason, changes, corrections, figures`;

/** The versions of a round-up, oldest first. */
export async function listPublications(db: Queryable, roundUpId: number): Promise<Publication[]> {
  const { rows } = await db.query<Publication & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM publications WHERE round_up_id = $1 ORDER BY version`,
    [roundUpId],
  );
  return rows;
}

export async function countVersions(db: Queryable, roundUpId: number): Promise<number> {
  const { rows } = await db.query<{ versions: number }>(
    `SELECT count(*)::int AS versions FROM publications WHERE round_up_id = $1`,
    [roundUpId],
  );
  return rows[0]!.versions;
}

/** Round-ups with versions that may be seen at a moment. */
export async function listPublished(
  db: Queryable,
  now: Date,
): Promise<{ id: number; title: string; versions: number }[]> {
  const { rows } = await db.query<{ id: number; title: string; versions: number }>(
    `SELECT r.id, r.title, count(*)::int AS versions FROM publications p JOIN live_round_ups r ON r.id = p.round_up_id
     WHERE p.embargo_until IS NULL OR p.embargo_until <= $1 GROUP BY r.id, r.title ORDER BY max(p.published_at) DESC, r.id`,
    [now],
  );
  return rows;
}

export interface NewPublication extends Omit<Publication, 'id'> {
  roundUpId: number;
  bundle: Uint8Array;
  report: Uint8Array;
}

export async function insertPublication(db: Queryable, made: NewPublication): Promise<void> {
  await db.query(
    `INSERT INTO publications (round_up_id, version, published_at, who, embargo_until, reason, changes, corrections, figures, bundle, report)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      made.roundUpId,
      made.version,
      made.publishedAt,
      made.who,
      made.embargoUntil,
      made.reason,
      JSON.stringify(made.changes),
      JSON.stringify(made.corrections),
      JSON.stringify(made.figures),
      Buffer.from(made.bundle),
      Buffer.from(made.report),
    ],
  );
}

/** A file of a version, byte for byte as it was published; null where there is no such version. */
export async function publishedFile(
  db: Queryable,
  roundUpId: number,
  version: number,
  file: 'bundle' | 'report',
): Promise<Buffer | null> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    `SELECT ${file === 'bundle' ? 'bundle' : 'report'} AS bytes FROM publications p
     JOIN live_round_ups r ON r.id = p.round_up_id WHERE p.round_up_id = $1 AND p.version = $2`,
    [roundUpId, version],
  );
  return rows[0]?.bytes ?? null;
}

export interface ShareLink {
  token: string;
  version: number;
  createdAt: Date;
  endsAt: Date | null;
  revokedAt: Date | null;
  /** How often it was opened. */
  openings: number;
}

export async function listShareLinks(db: Queryable, roundUpId: number): Promise<ShareLink[]> {
  const { rows } = await db.query<ShareLink & Record<string, unknown>>(
    `SELECT s.token, p.version, s.created_at AS "createdAt", s.ends_at AS "endsAt", s.revoked_at AS "revokedAt", s.openings
     FROM share_links s JOIN publications p ON p.id = s.publication_id WHERE p.round_up_id = $1 ORDER BY s.created_at`,
    [roundUpId],
  );
  return rows;
}

/** Opens a version under a token; false where there is no such version. */
export async function insertShareLink(
  db: Queryable,
  link: { roundUpId: number; version: number; token: string; endsAt: Date | null; createdAt: Date },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO share_links (token, publication_id, ends_at, created_at)
     SELECT $3, id, $4, $5 FROM publications WHERE round_up_id = $1 AND version = $2`,
    [link.roundUpId, link.version, link.token, link.endsAt, link.createdAt],
  );
  return rowCount === 1;
}

export async function revokeShareLink(
  db: Queryable,
  roundUpId: number,
  token: string,
  at: Date,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE share_links s SET revoked_at = $3 FROM publications p
     WHERE p.id = s.publication_id AND p.round_up_id = $1 AND s.token = $2 AND s.revoked_at IS NULL`,
    [roundUpId, token, at],
  );
  return rowCount === 1;
}

export interface SharedVersion extends ShareLink {
  embargoUntil: Date | null;
  report: Buffer;
  /** The newest later version of the same round-up that is open; null where there is none. */
  corrected: number | null;
}

/** The version behind a token, as it stands at a moment of the clock that is handed in: never by the database's own. */
export async function sharedVersion(db: Queryable, token: string, now: Date): Promise<SharedVersion | null> {
  const { rows } = await db.query<SharedVersion & Record<string, unknown>>(
    `SELECT s.token, p.version, s.created_at AS "createdAt", s.ends_at AS "endsAt", s.revoked_at AS "revokedAt", s.openings,
            p.embargo_until AS "embargoUntil", p.report,
            (SELECT max(o.version) FROM publications o WHERE o.round_up_id = p.round_up_id AND o.version > p.version
             AND (o.embargo_until IS NULL OR o.embargo_until <= $2)) AS corrected
     FROM share_links s JOIN publications p ON p.id = s.publication_id
     JOIN live_round_ups r ON r.id = p.round_up_id WHERE s.token = $1`,
    [token, now],
  );
  return rows[0] ?? null;
}

/** Counts that a link was opened: how often, and nothing of who did. */
export async function countOpening(db: Queryable, token: string): Promise<void> {
  await db.query(`UPDATE share_links SET openings = openings + 1 WHERE token = $1`, [token]);
}

/** A link as it was elsewhere; one that leads somewhere here already stays as it is. */
export async function bringShareLink(
  db: Queryable,
  roundUpId: number,
  link: {
    token: string;
    version: number;
    createdAt: string;
    endsAt: string | null;
    revokedAt: string | null;
    openings: number;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO share_links (token, publication_id, created_at, ends_at, revoked_at, openings)
     SELECT $3, id, $4, $5, $6, $7 FROM publications WHERE round_up_id = $1 AND version = $2
     ON CONFLICT (token) DO NOTHING`,
    [roundUpId, link.version, link.token, link.createdAt, link.endsAt, link.revokedAt, link.openings],
  );
}
