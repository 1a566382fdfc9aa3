'use client';

import { createContext, useContext } from 'react';
import type { EditorView } from '@uiw/react-codemirror';
import type { Draft } from '@/lab/report/draft';
import type { ChipState, Chosen } from './chipState';

/** What all texts of a verdict are written with: their figures, what is offered, and which of them has the cursor. */
export interface WritingDesk {
  draft: Draft | null;
  stateOf: (reference: string) => ChipState;
  onFocus: (view: EditorView, part: number | null) => void;
  onChosen: (view: EditorView, chosen: Chosen) => void;
}

export const DeskContext = createContext<WritingDesk | null>(null);

export function useDesk(): WritingDesk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('an editor needs a desk around it');
  return desk;
}
