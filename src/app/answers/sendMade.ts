import { failureInWords } from '@/app/answers/fileWords';
import { sendWhole } from '@/app/answers/wholeFile';
import { askedWorkId } from '@/app/answers/workId';
import type { MadeFile, OutgoingWish } from '@/lab/outgoing/makeOutgoing';
import { work } from '@/lab/work/work';

/**
 * Lets what leaves the lab be made on a process of its own and sends it once it is whole. Whoever turns away stops it.
 * @param headersOf what is said of it beside its type and size
 */
export async function sendMade(
  request: Request,
  wish: OutgoingWish,
  headersOf: (made: MadeFile) => Record<string, string>,
): Promise<Response> {
  const id = askedWorkId(request);
  const stop = () => work().stop(id);
  request.signal.addEventListener('abort', stop, { once: true });
  try {
    return await sendWhole(async (file) => {
      const made = await work().run('make', { wish, file }, id);
      return made && { 'content-type': made.type, ...headersOf(made) };
    });
  } catch (error) {
    return failureInWords(request, error);
  } finally {
    request.signal.removeEventListener('abort', stop);
  }
}
