'use client';

import { plural } from '@/ui/marks/figures';
import { whoIsHere } from '@/ui/who';
import { useAct } from '@/ui/useAct';

export type RunBriefs = readonly { id: number; version: number }[];

interface Act {
  to: 'holds' | 'meter-corrections';
  what: 'hold' | 'free' | 'set-aside' | 'correct' | 'take-back';
  runs: RunBriefs;
  reason: string;
  /** What is said when it is done, after “9 runs”. */
  words: string;
}

/** What is done with many runs of a rig at once: told when it is done, or why not. */
export function useActs(roundUpId: number) {
  const { act: send, busy, refusal } = useAct('page');
  const act = async ({ to, words, ...wish }: Act): Promise<boolean> =>
    (
      await send({
        url: `/api/round-ups/${roundUpId}/${to}`,
        body: { ...wish, who: whoIsHere() },
        said: ({ changed }) => `${plural(Number(changed), 'run')} ${words}`,
      })
    ).ok;
  return { act, failure: refusal, isSending: busy };
}
