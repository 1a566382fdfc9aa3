import { StateEffect, StateField } from '@uiw/react-codemirror';
import type { WritingDesk } from './desk';

/** The desk that a text is written at, and which part of the verdict it is. */
export interface AtDesk {
  desk: WritingDesk;
  part: number | null;
}

export const deskSet = StateEffect.define<AtDesk>();

/** What an editor's own parts know of the page around it; null until it has told them. */
export const deskField = StateField.define<AtDesk | null>({
  create: () => null,
  update: (at, { effects }) => effects.find((effect) => effect.is(deskSet))?.value ?? at,
});
