'use client';

import { useState } from 'react';
import type { Axis } from '@/core/curves/axis';
import { figure } from '@/ui/marks/figures';
import { typedNumber } from '@/ui/typedNumber';

/** Where the line stands as a field: what is typed holds from Enter or on leaving; nonsense is put back. */
export function LineField({ axis, at, onLine }: { axis: Axis; at: number; onLine: (at: number) => void }) {
  const [draft, setDraft] = useState<string | null>(null);

  function take() {
    if (draft === null) return;
    const typed = typedNumber(draft);
    if (typed !== null) onLine(typed);
    setDraft(null);
  }

  return (
    <input
      aria-label={`${axis.lineName}, ${axis.unit}`}
      inputMode="decimal"
      className="w-[4.4ch] min-w-[4.4ch] border-b-2 border-dotted border-act bg-transparent text-center focus:bg-raised"
      value={draft ?? figure(at, axis.decimals)}
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
