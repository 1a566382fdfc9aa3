'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { sendJson, type Answer } from './sendJson';

type Told = string | ((body: Record<string, unknown>) => string);

/** A change that is sent, what is said of it once it is done, and what takes it back. */
export interface Act {
  url: string;
  /** POST unless told. */
  method?: 'POST' | 'PATCH' | 'DELETE';
  body?: object;
  /** Nothing is said where it is not given. */
  said?: Told;
  /** Offered for twelve seconds beside what is said. */
  undo?: (body: Record<string, unknown>) => Act;
  /** The page need not be read anew. */
  isAside?: boolean;
}

/** How long a change can be taken back by its notice, ms. */
export const UNDO_MS = 12_000;

/**
 * Sends changes: whether one is under way, why the last was refused, and the notice with its undo.
 * @param refusals where a refusal stands: as a notice, or given back for the page to show
 */
export function useAct(refusals: 'notice' | 'page' = 'notice') {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState('');

  async function act(change: Act): Promise<Answer> {
    const { url, method = 'POST', body = {}, said, undo, isAside } = change;
    setBusy(true);
    const answer = await sendJson(url, method, body);
    setBusy(false);
    setRefusal(answer.ok || refusals === 'notice' ? '' : answer.message);
    if (!answer.ok) {
      if (refusals === 'notice') notice.refused(answer.message);
      return answer;
    }
    const words = typeof said === 'function' ? said(answer.body) : said;
    if (words)
      notice.done(
        words,
        undo && {
          duration: UNDO_MS,
          action: { label: 'Undo', onClick: () => void act(undo(answer.body)) },
        },
      );
    if (!isAside) router.refresh();
    return answer;
  }

  return { act, busy, refusal, setRefusal };
}
