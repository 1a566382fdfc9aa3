'use client';

import { useEffect, useState } from 'react';
import { isTyping } from '@/ui/isTyping';
import type { PasteName } from '@/lab/paste/paste';

/** A block that is to be pasted, by what it is. */
export interface Pasting {
  kind: PasteName;
  text: string;
}

/** Whether a text looks like cells of a spreadsheet, and not like a word for a field. */
const isBlock = (text: string) => text.includes('\t') || text.trim().includes('\n');

/** The block in hand: opened by a button, or by pasting anywhere on the page that is no field. */
export function usePaste(kind: PasteName): [Pasting | null, (pasting: Pasting | null) => void] {
  const [pasting, setPasting] = useState<Pasting | null>(null);
  useEffect(() => {
    function onPaste(event: ClipboardEvent) {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (isTyping(event.target) || !isBlock(text)) return;
      event.preventDefault();
      setPasting({ kind, text });
    }
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [kind]);
  return [pasting, setPasting];
}
