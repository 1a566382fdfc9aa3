import type { CardRig } from '@/core/brief/methodCard';
import { methodDone, type MethodDone } from '@/core/brief/methodDone';
import type { Brief } from '@/core/brief/brief';
import type { RoundUpView } from '../model/roundUpView';

/** What the method card says beside the brief: the rig, and what was done so far. */
export function cardParts(
  { roundUp, runs, entries }: RoundUpView,
  brief: Brief,
): { rig: CardRig; done: MethodDone | null } {
  return { rig: roundUp.rig, done: methodDone(brief, runs, entries) };
}
