import { MOST, unfitText } from '@/core/bounds';
import type { Tell } from '@/core/progress';
import { inTransaction, withDatabase } from '@/database/pool';
import {
  completeFile,
  deleteUpload,
  deleteUploadFile,
  insertChunk,
  insertUpload,
  insertUploadFile,
  listUploadedFiles,
  readChunk,
  sweepUploads,
  uploadSize,
  type UploadedFile,
} from '@/database/uploads';
import { insidePath } from '@/formats/bundle/bundleFiles';
import { Refused } from '../refusal';

const CHUNK_BYTES = 1 << 20;
const MOST_BYTES = 2 * 2 ** 30;

/** An upload that is refused, with the reason in words. */
export class UploadRefused extends Error {}

export function beginUpload(): Promise<string> {
  return inTransaction(insertUpload);
}

/** Clears away what was uploaded yesterday and never brought in. */
export function sweepOldUploads(): Promise<void> {
  return withDatabase(sweepUploads);
}

export function dropUpload(uploadId: string): Promise<boolean> {
  return withDatabase((db) => deleteUpload(db, uploadId));
}

/** Takes one file as a stream, a megabyte at a time; it is seen only once it is whole. */
export async function takeFile(
  uploadId: string,
  path: string,
  body: AsyncIterable<Uint8Array>,
): Promise<number> {
  // As for a zip: what leads out of the folder would stand so in every export.
  const inside = unfitText(path) === null ? insidePath(path) : null;
  if (inside === null)
    throw new Refused('The name of the file leads out of its folder, or is none that can be kept.');
  const held = await withDatabase((db) => uploadSize(db, uploadId));
  if (!held) throw new UploadRefused('This upload is not there any more: choose the files again.');
  if (held.files >= MOST.files) throw new UploadRefused(`More than ${MOST.files} files.`);
  const fileId = await withDatabase((db) => insertUploadFile(db, uploadId, inside));
  let waiting: Uint8Array[] = [];
  let waitingBytes = 0;
  let seq = 0;
  let size = 0;
  const write = async () => {
    const bytes = Buffer.concat(waiting);
    waiting = [];
    waitingBytes = 0;
    await withDatabase((db) => insertChunk(db, fileId, seq, bytes));
    seq += 1;
  };
  try {
    for await (const chunk of body) {
      size += chunk.length;
      if (held.bytes + size > MOST_BYTES)
        throw new UploadRefused('More than 2 GB at once: import it in parts.');
      waiting.push(chunk);
      waitingBytes += chunk.length;
      if (waitingBytes >= CHUNK_BYTES) await write();
    }
    if (waitingBytes > 0) await write();
    await withDatabase((db) => completeFile(db, fileId, size));
    return size;
  } catch (error) {
    // Broken off or cancelled: what came of it is of no use.
    await withDatabase((db) => deleteUploadFile(db, fileId)).catch(() => undefined);
    throw error;
  }
}

export function uploadedFiles(uploadId: string): Promise<UploadedFile[]> {
  return withDatabase((db) => listUploadedFiles(db, uploadId));
}

/** The bytes of an uploaded file, chunk by chunk, with never more than one in memory. */
export async function* fileBytes(fileId: number): AsyncGenerator<Uint8Array> {
  for (let seq = 0; ; seq += 1) {
    const chunk = await withDatabase((db) => readChunk(db, fileId, seq));
    if (!chunk) return;
    yield chunk;
  }
}

/** The same, and how far it is. */
export async function* toldBytes(
  file: Pick<UploadedFile, 'id' | 'size'>,
  what: string,
  tell: Tell,
): AsyncGenerator<Uint8Array> {
  let read = 0;
  for await (const chunk of fileBytes(file.id)) {
    yield chunk;
    read += chunk.length;
    tell(what, read / Math.max(1, file.size));
  }
}

export async function wholeFile(fileId: number): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of fileBytes(fileId)) chunks.push(chunk);
  return Buffer.concat(chunks);
}
