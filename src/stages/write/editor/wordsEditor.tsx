'use client';

import dynamic from 'next/dynamic';
import { useId } from 'react';

/** The editor's own code is large: it comes when a text is there to be written. */
const Editor = dynamic(() => import('./markdownEditor').then((module) => module.MarkdownEditor), {
  ssr: false,
  loading: () => (
    <p className="rounded border border-hairline bg-raised px-2 py-3 text-[14px] text-ink2">…</p>
  ),
});

/** A text in Markdown, with its label. */
export function WordsEditor({
  label,
  value,
  onValue,
  least = '5rem',
  part = null,
}: {
  label: string;
  value: string;
  onValue: (value: string) => void;
  least?: string;
  /** Of which part of the verdict, by its place; null where it belongs to none. */
  part?: number | null;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <span id={id} className="label-text block pb-0.5">
        {label}
      </span>
      <Editor labelledBy={label} value={value} onValue={onValue} least={least} part={part} />
    </div>
  );
}
