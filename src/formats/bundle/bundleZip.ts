import { unzipSync } from 'fflate';
import { MOST } from '@/core/bounds';
import { UnusableInput } from '../problem';
import { insidePath } from './bundleFiles';

const MOST_BYTES = 1024 * 2 ** 20;
/** All of a bundle together shrinks to a fiftieth at best: logs of numbers that hardly move. */
const MOST_RATIO_IN_ALL = 100;
/** Logs shrink to a tenth; what shrinks to a five-hundredth is no log. */
const MOST_RATIO = 500;
const RATIO_FROM_BYTES = 2 ** 20;

const END_OF_DIRECTORY = 0x06054b50;
const DIRECTORY_ENTRY = 0x02014b50;
const ENCRYPTED = 1;

export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);
}

interface ZipItem {
  path: string;
  size: number;
  packed: number;
  encrypted: boolean;
  crc: number;
}

/** What the central directory says (PKWARE APPNOTE 4.3.12), looked at before anything is unpacked. */
function directory(file: string, bytes: Uint8Array): ZipItem[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let end = bytes.length - 22;
  while (end >= 0 && end > bytes.length - 66_000 && view.getUint32(end, true) !== END_OF_DIRECTORY) end -= 1;
  if (end < 0 || view.getUint32(end, true) !== END_OF_DIRECTORY) {
    throw new UnusableInput({ file, message: 'the zip is cut off: its directory is missing' });
  }
  const count = view.getUint16(end + 10, true);
  let at = view.getUint32(end + 16, true);
  const items: ZipItem[] = [];
  for (let i = 0; i < count; i += 1) {
    if (at + 46 > bytes.length || view.getUint32(at, true) !== DIRECTORY_ENTRY) {
      throw new UnusableInput({ file, message: 'the zip is damaged: its directory cannot be read' });
    }
    const nameLength = view.getUint16(at + 28, true);
    items.push({
      path: new TextDecoder().decode(bytes.subarray(at + 46, at + 46 + nameLength)),
      size: view.getUint32(at + 24, true),
      packed: view.getUint32(at + 20, true),
      crc: view.getUint32(at + 16, true),
      encrypted: (view.getUint16(at + 8, true) & ENCRYPTED) !== 0,
    });
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return items;
}

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

/** CRC-32 of ISO 3309, which the unpacking library does not look at. */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (let i = 0; i < bytes.length; i += 1) crc = CRC_TABLE[(crc ^ bytes[i]!) & 0xff]! ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

function check(file: string, items: readonly ZipItem[]): void {
  const refuse = (message: string): never => {
    throw new UnusableInput({ file, message });
  };
  if (items.length > MOST.files)
    refuse(`the zip holds ${items.length} files: at most ${MOST.files} are taken`);
  let total = 0;
  let totalPacked = 0;
  for (const { path, size, packed, encrypted } of items) {
    if (encrypted) refuse(`the zip is encrypted ("${path}"): pack it without a password`);
    if (!path.endsWith('/') && insidePath(path) === null) refuse(`"${path}" leads outside of the zip`);
    if (size > RATIO_FROM_BYTES && size > MOST_RATIO * Math.max(1, packed)) {
      refuse(
        `"${path}" would unpack to ${Math.round(size / 2 ** 20)} MB from ${Math.round(packed / 1024)} kB: no bench log`,
      );
    }
    total += size;
    totalPacked += packed;
  }
  if (total > 16 * RATIO_FROM_BYTES && total > MOST_RATIO_IN_ALL * Math.max(1, totalPacked))
    refuse(
      `the zip would unpack to ${Math.round(total / 2 ** 20)} MB from ${Math.round(totalPacked / 1024)} kB: no bundle of a bench`,
    );
  if (total > MOST_BYTES)
    refuse(
      `the zip would unpack to ${Math.round(total / 2 ** 20)} MB: at most ${MOST_BYTES / 2 ** 20} MB are taken`,
    );
}

/**
 * The files of a zipped bundle by their path. Count, sizes, ratio and paths are checked before unpacking,
 * and no file may unpack to more than it said.
 * @throws UnusableInput where the zip is cut off, encrypted, a bomb, or leads outside
 */
export function readZip(file: string, bytes: Uint8Array): Map<string, Uint8Array> {
  const items = directory(file, bytes);
  check(file, items);
  const byPath = new Map(items.map((item) => [item.path, item]));
  const files = new Map<string, Uint8Array>();
  try {
    // The library unpacks into a buffer of the size stated, so that a lie about it cannot fill the memory.
    const unpacked = unzipSync(bytes, {
      filter: (item) => !item.name.endsWith('/') && item.originalSize <= (byPath.get(item.name)?.size ?? 0),
    });
    for (const [path, content] of Object.entries(unpacked)) {
      const { size, crc } = byPath.get(path)!;
      if (content.length !== size || crc32(content) !== crc)
        throw new Error(`"${path}" is not what the zip says`);
      files.set(insidePath(path)!, content);
    }
  } catch (error) {
    throw new UnusableInput({ file, message: `the zip is damaged: ${(error as Error).message}` });
  }
  if (files.size !== items.filter((item) => !item.path.endsWith('/')).length) {
    throw new UnusableInput({
      file,
      message: 'the zip is damaged: its directory and its files do not agree',
    });
  }
  return files;
}
