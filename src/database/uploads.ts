import type { Queryable } from './pool';

export interface UploadedFile {
  id: number;
  path: string;
  size: number;
}

/** Those of yesterday go. */
export async function sweepUploads(db: Queryable): Promise<void> {
  await db.query(`DELETE FROM uploads WHERE created_at < lab_now() - interval '1 day'`);
}

export async function insertUpload(db: Queryable): Promise<string> {
  const { rows } = await db.query<{ id: string }>(`INSERT INTO uploads DEFAULT VALUES RETURNING id`);
  return rows[0]!.id;
}

export interface UploadSize {
  files: number;
  bytes: number;
}

/** How much an upload holds; null where there is none with that id. */
export async function uploadSize(db: Queryable, uploadId: string): Promise<UploadSize | null> {
  const { rows } = await db.query<{ files: number; bytes: string }>(
    `SELECT count(f.id)::int AS files, coalesce(sum(f.size), 0) AS bytes
     FROM uploads u LEFT JOIN upload_files f ON f.upload_id = u.id WHERE u.id = $1 GROUP BY u.id`,
    [uploadId],
  );
  return rows[0] ? { files: rows[0].files, bytes: Number(rows[0].bytes) } : null;
}

export async function insertUploadFile(db: Queryable, uploadId: string, path: string): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO upload_files (upload_id, path) VALUES ($1, $2) RETURNING id`,
    [uploadId, path],
  );
  return rows[0]!.id;
}

export async function insertChunk(
  db: Queryable,
  fileId: number,
  seq: number,
  bytes: Uint8Array,
): Promise<void> {
  await db.query(`INSERT INTO upload_chunks (file_id, seq, bytes) VALUES ($1, $2, $3)`, [
    fileId,
    seq,
    Buffer.from(bytes),
  ]);
}

export async function completeFile(db: Queryable, fileId: number, size: number): Promise<void> {
  await db.query(`UPDATE upload_files SET complete = true, size = $2 WHERE id = $1`, [fileId, size]);
}

export async function deleteUploadFile(db: Queryable, fileId: number): Promise<void> {
  await db.query(`DELETE FROM upload_files WHERE id = $1`, [fileId]);
}

/** Whether it was still there. */
export async function deleteUpload(db: Queryable, uploadId: string): Promise<boolean> {
  const { rowCount } = await db.query(`DELETE FROM uploads WHERE id = $1`, [uploadId]);
  return rowCount === 1;
}

export async function listUploadedFiles(db: Queryable, uploadId: string): Promise<UploadedFile[]> {
  const { rows } = await db.query<{ id: number; path: string; size: string }>(
    `SELECT id, path, size FROM upload_files WHERE upload_id = $1 AND complete ORDER BY path, id`,
    [uploadId],
  );
  return rows.map((row) => ({ ...row, size: Number(row.size) }));
}

/** The n-th chunk of a file; null past its end. */
export async function readChunk(db: Queryable, fileId: number, seq: number): Promise<Uint8Array | null> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    `SELECT bytes FROM upload_chunks WHERE file_id = $1 AND seq = $2`,
    [fileId, seq],
  );
  return rows[0]?.bytes ?? null;
}
