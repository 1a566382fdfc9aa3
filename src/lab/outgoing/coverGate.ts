import type { CoverWords } from '@/core/lineUp/underCover';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { Refused } from '../refusal';

/** In bytes that are no text a shorter name may stand by chance. */
const LEAST_IN_BYTES = 5;
/** Fonts, pictures and data that a page carries in itself: what is in them was looked through before they were packed. */
const CARRIED = /data:[\w/+.-]+(;charset=[\w-]+)?;base64,[A-Za-z0-9+/=]+/g;

function nameIn(words: CoverWords, bytes: Uint8Array): string | null {
  try {
    return words.found(new TextDecoder('utf-8', { fatal: true }).decode(bytes).replace(CARRIED, ''));
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
