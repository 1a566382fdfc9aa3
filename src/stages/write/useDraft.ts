import { useEffect, useRef, useState } from 'react';
import type { Verdict } from '@/core/verdict/verdictSheet';
import type { Draft } from '@/lab/report/draft';

/** How long nobody types before the page beside is made anew, ms. */
const PAUSE_MS = 350;

/** The verdict as it stands in the form, as readers would see it; the last that was made until the next is. */
export function useDraft(roundUpId: number, verdict: Verdict): { draft: Draft | null; fault: string } {
  const [made, setMade] = useState<{ draft: Draft | null; fault: string }>({ draft: null, fault: '' });
  const isFirst = useRef(true);
  const body = JSON.stringify(verdict);
  useEffect(() => {
    const gone = new AbortController();
    const timer = setTimeout(
      () => {
        isFirst.current = false;
        // Nothing is kept of it, so no key goes with it: asked again it is made again.
        fetch(`/round-ups/${roundUpId}/verdict/draft`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body,
          signal: gone.signal,
        })
          .then(async (answer) => {
            const told = (await answer.json()) as Draft & { message?: string };
            if (answer.ok) setMade({ draft: told, fault: '' });
            else setMade(({ draft }) => ({ draft, fault: told.message ?? 'the page could not be made' }));
          })
          .catch(() => {
            if (!gone.signal.aborted)
              setMade(({ draft }) => ({ draft, fault: 'the application does not answer' }));
          });
      },
      isFirst.current ? 0 : PAUSE_MS,
    );
    return () => {
      clearTimeout(timer);
      gone.abort();
    };
  }, [roundUpId, body]);
  return made;
}
