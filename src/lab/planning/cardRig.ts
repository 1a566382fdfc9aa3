import type { CardRig } from '@/core/brief/methodCard';
import { methodDone, type MethodDone } from '@/core/brief/methodDone';
import type { Brief } from '@/core/brief/brief';
import type { RoundUpView } from '../model/roundUpView';
import type { BriefView } from './briefView';

/** What the method card says beside the brief: the rig, and what was done so far. */
export function cardParts(
  { roundUp, runs, entries, leftOut }: RoundUpView,
  brief: Brief,
): { rig: CardRig; done: MethodDone | null } {
  return { rig: roundUp.rig, done: methodDone(brief, runs, entries, leftOut) };
}

/** What the Brief page is given; `done` is null before the first run that counts. */
export type BriefData = BriefView & ReturnType<typeof cardParts> & { roundUpId: number; runs: number };
