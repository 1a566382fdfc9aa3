'use client';

import { markdown } from '@codemirror/lang-markdown';
import CodeMirror, { EditorView } from '@uiw/react-codemirror';
import { useEffect, useMemo, useState } from 'react';
import { chips } from './chips';
import { figureCompletion } from './completion';
import { useDesk } from './desk';
import { deskField, deskSet } from './deskField';

const FONT = "var(--text-latin), 'Archivo Variable', sans-serif";

const LOOK = EditorView.theme({
  '&': { fontSize: '14.5px', backgroundColor: 'var(--color-raised)', color: 'var(--color-ink)' },
  '.cm-content': {
    fontFamily: FONT,
    caretColor: 'var(--color-act)',
  },
  '&.cm-focused': { outline: '2px solid var(--color-act)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--color-raised)',
    color: 'var(--color-ink)',
    border: '1px solid var(--color-hairline)',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: FONT, maxHeight: '16em' },
  '.cm-tooltip-autocomplete > ul > li': { padding: '4px 8px' },
  '.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--color-act)',
    color: 'var(--color-raised)',
  },
  '.cm-completionDetail': { fontStyle: 'normal', marginLeft: '1em' },
  '.cm-completionMatchedText': { fontWeight: '700' },
});

/** The Markdown editor of the code-editor library, with figures as chips, in the colours of the page; Tab leaves it. */
export function MarkdownEditor({
  value,
  onValue,
  least,
  labelledBy,
  part,
}: {
  value: string;
  onValue: (value: string) => void;
  least: string;
  labelledBy: string;
  part: number | null;
}) {
  const desk = useDesk();
  const [view, setView] = useState<EditorView | null>(null);
  useEffect(() => view?.dispatch({ effects: deskSet.of({ desk, part }) }), [view, desk, part]);
  const extensions = useMemo(
    () => [
      markdown(),
      EditorView.lineWrapping,
      LOOK,
      EditorView.contentAttributes.of({ 'aria-label': labelledBy }),
      deskField,
      chips,
      figureCompletion,
      EditorView.domEventHandlers({
        focus: (_, editor) => {
          const at = editor.state.field(deskField);
          at?.desk.onFocus(editor, at.part);
        },
      }),
    ],
    [labelledBy],
  );
  return (
    <CodeMirror
      className="rounded border border-hairline"
      value={value}
      minHeight={least}
      theme="none"
      indentWithTab={false}
      basicSetup={{
        lineNumbers: false,
        foldGutter: false,
        highlightActiveLine: false,
        autocompletion: false,
        completionKeymap: true,
      }}
      extensions={extensions}
      onCreateEditor={setView}
      onChange={onValue}
    />
  );
}
