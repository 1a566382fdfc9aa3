const ascii = (bytes: Uint8Array, at: number, length: number) =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/** Parts of a PNG that make the picture, or say how its colours are meant. */
const PNG_PARTS: ReadonlySet<string> = new Set([
  'IHDR',
  'PLTE',
  'tRNS',
  'gAMA',
  'cHRM',
  'sRGB',
  'pHYs',
  'IDAT',
  'IEND',
]);

function isBarePng(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  for (let at = 8; at + 12 <= bytes.length;) {
    const kind = ascii(bytes, at + 4, 4);
    if (!PNG_PARTS.has(kind)) return false;
    at += 12 + view.getUint32(at, false);
    // Nothing may come behind the end.
    if (kind === 'IEND') return at === bytes.length;
  }
  return false;
}

/** Segments of a JPEG that make the picture: tables, frames, scans, restarts, the lead of JFIF without its small picture. */
function isBareJpeg(bytes: Uint8Array): boolean {
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return false;
    const marker = bytes[at + 1]!;
    if (marker === 0xd9) return at + 2 === bytes.length;
    const length = (bytes[at + 2]! << 8) | bytes[at + 3]!;
    const isLead = marker === 0xe0 && length === 16 && ascii(bytes, at + 4, 4) === 'JFIF';
    const isPicture = (marker >= 0xc0 && marker <= 0xcf) || (marker >= 0xda && marker <= 0xdd);
    if (!isLead && !isPicture) return false;
    at += 2 + length;
    if (marker !== 0xda) continue;
    // Through the scan: a 0xff in it is followed by nought or a restart.
    while (
      at + 1 < bytes.length &&
      !(bytes[at] === 0xff && bytes[at + 1] !== 0 && !isRestart(bytes[at + 1]!))
    )
      at += 1;
  }
  return bytes[at] === 0xff && bytes[at + 1] === 0xd9 && at + 2 === bytes.length;
}

const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7;

function isBareWebp(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  if (bytes.length < 12 || view.getUint32(4, true) + 8 !== bytes.length) return false;
  let at = 12;
  while (at + 8 <= bytes.length) {
    if (!['VP8 ', 'VP8L', 'VP8X', 'ALPH'].includes(ascii(bytes, at, 4))) return false;
    const length = view.getUint32(at + 4, true);
    at += 8 + length + (length % 2);
  }
  return at === bytes.length;
}

/**
 * Whether a PNG, JPEG or WebP carries the picture and nothing else: no place, owner, text, colour profile, small picture, and nothing
 * behind its end.
 *
 * @example isBarePicture(new Uint8Array([1, 2, 3])) → false
 */
export function isBarePicture(bytes: Uint8Array): boolean {
  if (bytes[0] === 0x89 && ascii(bytes, 1, 3) === 'PNG') return isBarePng(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return isBareJpeg(bytes);
  return ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP' && isBareWebp(bytes);
}
