import { unzipSync, unzlibSync } from 'fflate';
import type { CoverWords } from '@/core/lineUp/underCover';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { Refused } from '../refusal';

/** In bytes that are no text a shorter name may stand by chance. */
const LEAST_IN_BYTES = 5;
/** Pictures and sounds that this application writes anew before they leave. */
const isPicture = (name: string) => /\.(png|jpe?g|webp|wav)$/i.test(name);

/** What a page carries in itself: its type and its bytes. */
const CARRIED = /data:([\w/+.-]+)(?:;charset=[\w-]+)?;base64,([A-Za-z0-9+/=]+)/g;
/** Fonts, pictures and sounds hold no text, and letters may stand in them by chance. */
const WORDLESS = /^(font|image|audio)\/(?!svg)/;

/** Members of an archive, or of a packed text; null for other bytes. */
function unpacked(bytes: Uint8Array): { name: string; bytes: Uint8Array }[] | null {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;
  if (isZip) return Object.entries(unzipSync(bytes)).map(([name, member]) => ({ name, bytes: member }));
  // RFC 1950: deflate with a window of 32 kB, and a checksum of the first two bytes.
  const isZlib = bytes[0] === 0x78 && ((bytes[0] << 8) + (bytes[1] ?? 0)) % 31 === 0;
  try {
    return isZlib ? [{ name: '', bytes: unzlibSync(bytes) }] : null;
  } catch {
    return null;
  }
}

function nameInCarried(words: CoverWords, text: string): string | null {
  for (const [, type, packed] of text.matchAll(CARRIED)) {
    if (WORDLESS.test(type!)) continue;
    const found = nameIn(words, new Uint8Array(Buffer.from(packed!, 'base64')));
    if (found !== null) return found;
  }
  return null;
}

function nameIn(words: CoverWords, bytes: Uint8Array): string | null {
  const members = unpacked(bytes);
  if (members)
    for (const { name, bytes: member } of members) {
      const found = words.found(name) ?? (isPicture(name) ? null : nameIn(words, member));
      if (found !== null) return found;
    }
  if (members) return null;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return words.found(text.replace(CARRIED, '')) ?? nameInCarried(words, text);
  } catch {
    const found = [
      words.found(Buffer.from(bytes).toString('latin1')),
      words.found(new TextDecoder('utf-16le').decode(bytes)),
    ];
    return found.find((name) => name !== null && name.length >= LEAST_IN_BYTES) ?? null;
  }
}

/**
 * The last look at all that leaves the lab, its name and its bytes: whatever was forgotten on the way, no name goes out that stands under
 * a cover, in whatever writing.
 * @throws Refused where one does, with the name and where it stands
 */
export function refuseCovered(words: CoverWords, path: string, content: Uint8Array | string): void {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  const inName = words.found(path);
  const found = inName ?? nameIn(words, bytes);
  if (found !== null)
    throw new Refused(
      `“${found}” is under cover, and would leave in ${inName ? `the name “${path}”` : path}: nothing was made`,
    );
}

/** A text that leaves, once nothing in it stands under a cover. @throws Refused */
export async function gatedText(roundUpId: number, what: string, text: string): Promise<string> {
  refuseCovered(await readCoverWords(roundUpId), what, text);
  return text;
}
