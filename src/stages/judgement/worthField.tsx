'use client';

import { useState } from 'react';
import { typedNumber } from '@/ui/typedNumber';

/** What a decibel must lower R by, %; what is typed holds from Enter or on leaving, nonsense is put back. */
export function WorthField({ worthPct, onWorth }: { worthPct: number; onWorth: (worthPct: number) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  function take() {
    const typed = draft === null ? null : typedNumber(draft);
    if (typed !== null && typed >= 0.01 && typed <= 50 && typed !== worthPct) onWorth(typed);
    setDraft(null);
  }
  return (
    <input
      aria-label="What a decibel is worth, % of R"
      inputMode="decimal"
      className="w-14 rounded border border-hairline bg-raised px-1.5 py-0.5 text-right text-[14px] text-ink"
      value={draft ?? String(worthPct)}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}
