'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { plural } from '@/ui/marks/figures';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

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
  const router = useRouter();
  const [failure, setFailure] = useState('');
  const [isSending, setIsSending] = useState(false);
  async function act({ to, words, ...wish }: Act): Promise<boolean> {
    setIsSending(true);
    const answer = await sendJson(`/api/round-ups/${roundUpId}/${to}`, 'POST', { ...wish, who: whoIsHere() });
    setIsSending(false);
    setFailure(answer.ok ? '' : answer.message);
    if (!answer.ok) return false;
    toast(`${plural(Number(answer.body.changed), 'run')} ${words}`);
    router.refresh();
    return true;
  }
  return { act, failure, isSending };
}
