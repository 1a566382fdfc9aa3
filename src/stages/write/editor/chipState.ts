import type { Reference } from '@/core/verdict/references';

/** How a figure of the text stands: told, not asked for yet, of nothing, or in a sentence that says more than it bears. */
export interface ChipState {
  text: string;
  how: 'told' | 'asked' | 'broken' | 'over';
  /** Why it is broken, or what its sentence says too much. */
  why: string;
}

export interface Chosen {
  from: number;
  to: number;
  reference: Reference;
}
