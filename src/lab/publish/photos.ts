import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { keptFile } from '@/database/roundUps/exports';
import { inTransaction, withDatabase } from '@/database/pool';
import { keepFile } from '@/database/roundUps/roundUps';
import { roundUpIsThere } from '@/database/roundUps/publishing';
import { isBarePicture } from '@/formats/picture/barePicture';
import { Refused } from '../refusal';
import { MOST_PHOTO_BYTES } from './photoBounds';

const MOST_PIXELS = 60_000_000;
const LONGEST_SIDE_PX = 16_384;
/** Decoded, a picture takes its pixels times the bytes of each: 60 million of four bytes. */
const MOST_DECODED_BYTES = 240_000_000;
const LONGEST_PX = 2000;
const KINDS: Record<string, string> = { jpeg: 'jpg', png: 'png', webp: 'webp' };
const DEPTH_BYTES: Record<string, number> = { uchar: 1, char: 1, ushort: 2, short: 2 };

// What one picture is decoded with; the next waits for it.
sharp.concurrency(1);
sharp.cache(false);

/**
 * A photograph as it may leave the lab: no larger than a page shows, turned as its camera said, and without anything that was written
 * beside it (place, time, owner, texts). The same picture gives the same bytes; one that carries nothing and is small enough stays as it
 * is.
 * @throws Refused where it is no PNG, JPEG or WebP, or too large decoded
 */
export async function cleanPhoto(bytes: Uint8Array): Promise<{ bytes: Uint8Array; kind: string }> {
  if (bytes.length > MOST_PHOTO_BYTES)
    throw new Refused(
      `the photograph has ${Math.round(bytes.length / 2 ** 20)} MB: ${MOST_PHOTO_BYTES / 2 ** 20} MB is the most`,
    );
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format, width = 0, height = 0, channels = 4, depth = '' } = await image.metadata();
    const kind = KINDS[format ?? ''];
    if (!kind) throw new Refused('not a PNG, JPEG or WebP');
    const longest = Math.max(width, height);
    const decoded = width * height * channels * (DEPTH_BYTES[depth] ?? 4);
    if (longest > LONGEST_SIDE_PX || decoded > MOST_DECODED_BYTES)
      throw new Refused(
        `the photograph has ${width} × ${height} pixels of ${channels * (DEPTH_BYTES[depth] ?? 4)} bytes: ${MOST_DECODED_BYTES / 1e6} MB decoded and ${LONGEST_SIDE_PX} pixels a side are the most`,
      );
    if (isBarePicture(bytes) && longest <= LONGEST_PX) {
      // Whole, and not only by its head.
      await image.stats();
      return { bytes, kind };
    }
    const made = await image
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb')
      .toFormat(format as 'jpeg', { quality: 86 })
      .toBuffer();
    return { bytes: new Uint8Array(made), kind };
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused('not a picture that can be read: PNG, JPEG or WebP was expected');
  }
}

/** Keeps a photograph of a round-up; its name, which is made of what it shows. */
export async function addPhoto(roundUpId: number, given: Uint8Array): Promise<string> {
  const { bytes, kind } = await cleanPhoto(given);
  const name = `${createHash('sha256').update(bytes).digest('hex').slice(0, 16)}.${kind}`;
  await inTransaction(async (db) => {
    if (!(await roundUpIsThere(db, roundUpId))) throw new Refused('this round-up is not there any more');
    await keepFile(db, roundUpId, `photos/${name}`, bytes);
  });
  return name;
}

/** A photograph of a round-up; null where there is none of that name. */
export async function readPhoto(roundUpId: number, name: string): Promise<Buffer | null> {
  return withDatabase((db) => keptFile(db, roundUpId, `photos/${name}`));
}
