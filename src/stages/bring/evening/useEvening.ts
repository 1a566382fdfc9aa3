'use client';

import { useEffect, useState } from 'react';
import type { EveningInHand } from '@/core/joining/eveningByHand';
import { isTyping } from '@/ui/isTyping';

const EMPTY: EveningInHand = { offsetsS: [], cuts: [], placed: [], joined: [], pieces: [] };
const MOST_STEPS = 200;

interface History {
  now: EveningInHand;
  /** What stood before each step, the last at the end, with what each was of: the same thing moved on and on is one step. */
  before: { evening: EveningInHand; of: string }[];
}

/** The evening in hand, with its steps: each can be taken back, by the button or Ctrl Z outside of fields. */
export function useEvening() {
  const [{ now, before }, setHistory] = useState<History>({ now: EMPTY, before: [] });

  const undo = () =>
    setHistory((history) => {
      const last = history.before.at(-1);
      return last ? { now: last.evening, before: history.before.slice(0, -1) } : history;
    });

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey || isTyping(event.target))
        return;
      event.preventDefault();
      undo();
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  return {
    evening: now,
    /** Null where nothing was done. */
    undo: before.length > 0 ? undo : null,
    begin: (evening: EveningInHand) => setHistory({ now: evening, before: [] }),
    /** A step; `of` names what is moved, where many small moves are one. */
    step: (evening: EveningInHand, of = '') =>
      setHistory((history) => {
        if (evening === history.now) return history;
        const last = history.before.at(-1);
        const isSame = of !== '' && last?.of === of;
        return {
          now: evening,
          before: isSame
            ? history.before
            : [...history.before.slice(-MOST_STEPS), { evening: history.now, of }],
        };
      }),
  };
}
