import { notice } from '@/ui/frame/notice';
import { progressOf, stopWork, workWords } from './workAside';

/** What is made sooner than this needs no word. */
const AT_ONCE_MS = 700;
const ASK_MS = 500;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Tells how far something is that is being made elsewhere, with a way to stop it, until it is made. */
export async function followWork(work: string): Promise<void> {
  await pause(AT_ONCE_MS);
  for (let progress = await progressOf(work); progress; progress = await progressOf(work)) {
    notice.say(workWords(progress), {
      id: work,
      duration: Infinity,
      action: { label: 'Stop', onClick: () => void stopWork(work) },
    });
    await pause(ASK_MS);
  }
  notice.close(work);
}
