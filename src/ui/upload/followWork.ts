import { toast } from 'sonner';
import { sendJson } from '../sendJson';
import { workWords, type Progress } from './workWords';

/** What is made sooner than this needs no word. */
const AT_ONCE_MS = 700;
const ASK_MS = 500;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function progressOf(work: string): Promise<Progress | null> {
  const answer = await fetch(`/api/work/${work}`).catch(() => null);
  return answer?.ok ? ((await answer.json()) as { progress: Progress | null }).progress : null;
}

/** Tells how far something is that is being made elsewhere, with a way to stop it, until it is made. */
export async function followWork(work: string): Promise<void> {
  await pause(AT_ONCE_MS);
  for (let progress = await progressOf(work); progress; progress = await progressOf(work)) {
    toast(workWords(progress), {
      id: work,
      duration: Infinity,
      action: { label: 'Stop', onClick: () => void sendJson(`/api/work/${work}`, 'DELETE', {}) },
    });
    await pause(ASK_MS);
  }
  toast.dismiss(work);
}
