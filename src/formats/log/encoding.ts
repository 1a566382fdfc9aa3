export type LogEncoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

const PICTURES_AND_ARCHIVES: [string, number[]][] = [
  ['a PNG picture', [0x89, 0x50, 0x4e, 0x47]],
  ['a JPEG picture', [0xff, 0xd8, 0xff]],
  ['a GIF picture', [0x47, 0x49, 0x46, 0x38]],
  ['a PDF document', [0x25, 0x50, 0x44, 0x46]],
  ['a zip archive or a spreadsheet', [0x50, 0x4b, 0x03, 0x04]],
  ['a gzip archive', [0x1f, 0x8b]],
  ['an old spreadsheet', [0xd0, 0xcf, 0x11, 0xe0]],
];

/** What a file is that is no text; null where it may be text. */
export function notText(head: Uint8Array): string | null {
  const known = PICTURES_AND_ARCHIVES.find(([, magic]) => magic.every((byte, i) => head[i] === byte));
  if (known) return known[0];
  if (firstEncoding(head) !== 'utf-8') return null;
  const controls = head.filter((byte) => byte < 9 || (byte > 13 && byte < 32 && byte !== 27)).length;
  return controls > 0 && controls > head.length / 200 ? 'binary data' : null;
}

/**
 * The encoding that the first bytes show: a byte order mark, or zero bytes at every other place. Text that
 * turns out to be no UTF-8 further on is windows-1252.
 */
export function firstEncoding(head: Uint8Array): Exclude<LogEncoding, 'windows-1252'> {
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  const looked = head.subarray(0, 1024);
  let even = 0;
  let odd = 0;
  looked.forEach((byte, i) => {
    if (byte !== 0) return;
    if (i % 2 === 0) even += 1;
    else odd += 1;
  });
  const pairs = looked.length / 2;
  if (odd > 0.4 * pairs && even < 0.1 * pairs) return 'utf-16le';
  if (even > 0.4 * pairs && odd < 0.1 * pairs) return 'utf-16be';
  return 'utf-8';
}
