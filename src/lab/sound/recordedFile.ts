import { writeFile } from 'node:fs/promises';
import { withDatabase, type Queryable } from '@/database/pool';
import { insertRecordingPart, PART_BYTES, readRecordingPart } from '@/database/sound/recordings';
import type { WavSource } from './hearWav';

/** Writes the samples of a recording part by part: never more than one of them is in memory. */
export async function writeParts(
  db: Queryable,
  recordingId: number,
  { size, read }: WavSource,
): Promise<void> {
  for (let seq = 0; seq * PART_BYTES < size; seq += 1) {
    const bytes = await read(seq * PART_BYTES, Math.min(PART_BYTES, size - seq * PART_BYTES));
    await insertRecordingPart(db, recordingId, seq, bytes);
  }
}

/** The bytes of a kept recording as a stream. */
export async function* recordedBytes(recordingId: number): AsyncGenerator<Uint8Array> {
  for (let seq = 0; ; seq += 1) {
    const part = await withDatabase((db) => readRecordingPart(db, recordingId, seq));
    if (!part) return;
    yield part;
    if (part.length < PART_BYTES) return;
  }
}

/** A kept recording as bytes to read at places: no more of it is fetched than is asked for. */
export function recordedSource(recordingId: number, name: string, size: number): WavSource {
  let held: { seq: number; part: Uint8Array } | null = null;
  const partAt = async (seq: number) => {
    if (held?.seq !== seq) {
      const part = await withDatabase((db) => readRecordingPart(db, recordingId, seq));
      held = { seq, part: part ?? new Uint8Array() };
    }
    return held.part;
  };
  const read = async (offset: number, length: number) => {
    const end = Math.min(size, offset + length);
    const pieces: Uint8Array[] = [];
    for (let at = offset; at < end;) {
      const seq = Math.floor(at / PART_BYTES);
      const piece = (await partAt(seq)).subarray(at - seq * PART_BYTES, end - seq * PART_BYTES);
      if (piece.length === 0) break;
      pieces.push(piece);
      at += piece.length;
    }
    return new Uint8Array(Buffer.concat(pieces));
  };
  return { name, size, read };
}

/** A kept recording whole: for bundles, which hold their files in memory. */
export async function recordedWhole(recordingId: number): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  for await (const part of recordedBytes(recordingId)) parts.push(part);
  return new Uint8Array(Buffer.concat(parts));
}

/** Writes a kept recording into a file, part by part. */
export async function writeRecorded(recordingId: number, file: string): Promise<void> {
  await writeFile(file, recordedBytes(recordingId), { mode: 0o600 });
}
