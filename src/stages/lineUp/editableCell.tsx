'use client';

import { useState } from 'react';
import { typedNumber } from '@/ui/typedNumber';

/** A cell that is typed into where it stands: Enter or leaving keeps it, Escape puts it back, nonsense is told and kept. */
export function EditableCell({
  label,
  value,
  shown,
  number,
  fixed,
  onValue,
}: {
  label: string;
  value: string | number | null;
  /** How it reads while it is not edited. */
  shown?: React.ReactNode;
  number?: boolean;
  /** It is read here and typed elsewhere: behind its cover. */
  fixed?: boolean;
  onValue: (value: string | number | null) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = value === null ? '' : String(value);
  const wrong = number && draft !== null && draft.trim() !== '' && typedNumber(draft) === null;

  function take() {
    if (draft === null || wrong) return;
    const next = number ? typedNumber(draft) : draft.trim();
    if (next !== value) onValue(next);
    setDraft(null);
  }

  const read = shown ?? (text || <span className="text-ink2">–</span>);
  if (fixed) return <span className="block px-1">{read}</span>;
  if (draft === null)
    return (
      <button
        type="button"
        className={`block w-full cursor-text truncate rounded px-1 ${number ? 'text-right' : 'text-left'} hover:bg-raised`}
        aria-label={`${label}: ${text || 'empty'}, edit`}
        title={text}
        dir="auto"
        onClick={() => setDraft(text)}
      >
        {read}
      </button>
    );
  return (
    <>
      <input
        autoFocus
        aria-label={label}
        aria-invalid={wrong || undefined}
        inputMode={number ? 'decimal' : undefined}
        dir="auto"
        className={`w-full rounded border bg-raised px-1 ${wrong ? 'border-bad' : 'border-act'} ${number ? 'text-right' : ''}`}
        value={draft}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') setDraft(null);
        }}
      />
      {wrong && (
        <span role="alert" className="block text-[12.5px] whitespace-nowrap text-bad">
          ▲ not a number
        </span>
      )}
    </>
  );
}
