'use client';

import { useState } from 'react';
import { figure } from '@/ui/figures';
import { typedNumber } from '@/ui/typedNumber';

/** The line's level as a field: what is typed holds from Enter or on leaving; nonsense is put back. */
export function LineField({ lineDb, onLine }: { lineDb: number; onLine: (lineDb: number) => void }) {
  const [draft, setDraft] = useState<string | null>(null);

  function take() {
    if (draft === null) return;
    const typed = typedNumber(draft);
    if (typed !== null) onLine(typed);
    setDraft(null);
  }

  return (
    <input
      aria-label="Noise line, dB(A)"
      inputMode="decimal"
      className="w-[4.4ch] min-w-[4.4ch] border-b-2 border-dotted border-act bg-transparent text-center focus:bg-raised"
      value={draft ?? figure(lineDb, 1)}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
        event.stopPropagation();
      }}
    />
  );
}
