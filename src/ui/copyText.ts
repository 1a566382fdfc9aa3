import { notice } from '@/ui/frame/notice';

/** Puts a text on the clipboard and says so, or what to do where the browser refuses: it has none on a page without TLS. */
export async function copyText(text: string, said: string, otherwise: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    notice.done(said);
  } catch {
    notice.refused(otherwise);
  }
}
