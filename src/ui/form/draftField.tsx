'use client';

import { useState } from 'react';
import { typedNumber } from '../typedNumber';

/** A small number in a line of a page: what is typed holds from Enter or on leaving, nonsense is put back. */
export function DraftField({
  label,
  value,
  least,
  most,
  onValue,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  onValue: (value: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  function take() {
    const typed = draft === null ? null : typedNumber(draft);
    if (typed !== null && typed >= least && typed <= most && typed !== value) onValue(typed);
    setDraft(null);
  }
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      className="w-16 rounded border border-hairline bg-raised px-1.5 py-1 text-right text-[14px] text-ink"
      value={draft ?? String(value)}
      onFocus={(event) => event.target.select()}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}
