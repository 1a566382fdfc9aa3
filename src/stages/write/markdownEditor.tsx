'use client';

import { markdown } from '@codemirror/lang-markdown';
import CodeMirror, { EditorView } from '@uiw/react-codemirror';
import { useMemo } from 'react';

const LOOK = EditorView.theme({
  '&': { fontSize: '14.5px', backgroundColor: 'var(--color-raised)', color: 'var(--color-ink)' },
  '.cm-content': {
    fontFamily: "var(--text-latin), 'Archivo Variable', sans-serif",
    caretColor: 'var(--color-act)',
  },
  '&.cm-focused': { outline: '2px solid var(--color-act)' },
});

/** The Markdown editor of the code-editor library, in the colours of the page; Tab leaves it. */
export function MarkdownEditor({
  value,
  onValue,
  least,
  labelledBy,
}: {
  value: string;
  onValue: (value: string) => void;
  least: string;
  labelledBy: string;
}) {
  const extensions = useMemo(
    () => [
      markdown(),
      EditorView.lineWrapping,
      LOOK,
      EditorView.contentAttributes.of({ 'aria-label': labelledBy }),
    ],
    [labelledBy],
  );
  return (
    <CodeMirror
      className="overflow-hidden rounded border border-hairline"
      value={value}
      minHeight={least}
      theme="none"
      indentWithTab={false}
      basicSetup={{ lineNumbers: false, foldGutter: false, highlightActiveLine: false }}
      extensions={extensions}
      onChange={onValue}
    />
  );
}
