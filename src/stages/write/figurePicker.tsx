'use client';

import { useState } from 'react';
import { FIGURES } from '@/core/verdict/references';
import type { WriteData } from '@/lab/publish/writeView';

/** A live figure, or a sentence that the order bears, put at the end of a text. */
export function FigurePicker({
  data,
  onText,
}: {
  data: Pick<WriteData, 'entries' | 'sentences'>;
  onText: (text: string) => void;
}) {
  const [what, setWhat] = useState('rise');
  const [entry, setEntry] = useState(data.entries[0]?.entry ?? '');
  const field = 'max-w-44 rounded border border-hairline bg-raised px-1.5 py-1 text-[14px] text-ink';
  return (
    <div className="label-text flex flex-wrap items-center gap-2 pt-1">
      <select
        aria-label="Figure"
        className={field}
        value={what}
        onChange={({ target }) => setWhat(target.value)}
      >
        {Object.entries(FIGURES).map(([figure, label]) => (
          <option key={figure} value={figure}>
            {label}
          </option>
        ))}
      </select>
      of
      <select
        aria-label="Of which entry"
        className={field}
        value={entry}
        onChange={({ target }) => setEntry(target.value)}
      >
        {data.entries.map((other) => (
          <option key={other.entry} value={other.entry}>
            {other.product}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="quiet-button px-2! py-0.5!"
        onClick={() => onText(`{{${what} ${entry}}}`)}
      >
        Put in the figure
      </button>
      {data.sentences.length > 0 && (
        <select
          aria-label="Sentence from the data"
          className={field}
          value=""
          onChange={({ target }) => target.value && onText(target.value)}
        >
          <option value="">a sentence from the data…</option>
          {data.sentences.map((sentence) => (
            <option key={sentence} value={sentence}>
              {sentence}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
