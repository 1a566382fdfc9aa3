import { useMemo, useRef, useState } from 'react';
import type { EditorView } from '@uiw/react-codemirror';
import { referenceText, type Reference } from '@/core/verdict/references';
import type { Draft } from '@/lab/report/draft';
import type { ChipState, Chosen } from './editor/chipState';
import type { WritingDesk } from './editor/desk';

/** How a reference of a text stands, by what is known of the draft. */
function chipState(draft: Draft | null, reference: string): ChipState {
  const found = draft && Object.hasOwn(draft.figures, reference) ? draft.figures[reference]! : null;
  // One that was just picked is told as it was offered, until the draft knows it.
  const offered = draft?.offered.find((other) => other.reference === reference);
  if (!found)
    return offered ? { text: offered.value, how: 'told', why: '' } : { text: '…', how: 'asked', why: '' };
  if (!found.known) return { text: 'no figure', how: 'broken', why: found.reason };
  const over = draft!.overclaims.find(({ references }) => references.includes(reference));
  return over
    ? { text: found.value, how: 'over', why: over.why }
    : { text: found.value, how: 'told', why: '' };
}

/**
 * The desk that all texts of a verdict are written at: it knows which of them has the cursor, and puts figures and sentences there; in
 * the last one where none has had it.
 */
export function useWritingDesk(draft: Draft | null): {
  desk: WritingDesk;
  /** The part under the cursor, by its place; null where it is none. */
  part: () => number | null;
  /** Puts text in under the cursor, as if it were typed. False where no text has had the cursor. */
  putIn: (text: string) => boolean;
  chosen: Chosen | null;
  change: (reference: Reference) => void;
  leave: () => void;
} {
  const focused = useRef<{ view: EditorView; part: number | null } | null>(null);
  const [chosen, setChosen] = useState<(Chosen & { view: EditorView }) | null>(null);
  const desk = useMemo(
    (): WritingDesk => ({
      draft,
      stateOf: (reference) => chipState(draft, reference),
      onFocus: (view, part) => {
        focused.current = { view, part };
      },
      onChosen: (view, found) => setChosen({ ...found, view }),
    }),
    [draft],
  );
  function putIn(text: string): boolean {
    const view = focused.current?.view;
    if (!view?.dom.isConnected) return false;
    const { from, to } = view.state.selection.main;
    const before = view.state.sliceDoc(Math.max(0, from - 1), from);
    const insert = before === '' || /\s/.test(before) ? text : ` ${text}`;
    view.focus();
    view.dispatch({
      changes: { from, to, insert },
      selection: { anchor: from + insert.length },
      // As typed: what is offered for “@” opens.
      userEvent: 'input.type',
    });
    return true;
  }
  return {
    desk,
    part: () => focused.current?.part ?? null,
    putIn,
    chosen,
    change: (reference) => {
      if (!chosen) return;
      const { view, from, to } = chosen;
      view.dispatch({ changes: { from, to, insert: referenceText(reference) } });
      setChosen(null);
      view.focus();
    },
    leave: () => {
      chosen?.view.focus();
      setChosen(null);
    },
  };
}
