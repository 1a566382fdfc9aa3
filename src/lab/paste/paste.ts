import { UnusableInput } from '@/formats/problem';
import { Refused } from '../refusal';
import { pasteEntries } from './pasteEntries';
import { pastePrices } from './pastePrices';
import { pasteRooms } from './pasteRooms';
import { pasteRuns } from './pasteRuns';
import type { PasteKind, PasteRequest, PasteView } from './pasteColumns';

/** What a block from a spreadsheet can be. */
const KINDS = {
  runs: pasteRuns,
  rooms: pasteRooms,
  entries: pasteEntries,
  prices: pastePrices,
} as const satisfies Record<string, PasteKind>;

export type PasteName = keyof typeof KINDS;
export const PASTE_NAMES = Object.keys(KINDS) as PasteName[];

async function told<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof UnusableInput) throw new Refused(error.problem.message);
    throw error;
  }
}

/** How a block is understood, and what is wrong with which cell; nothing is written. */
export const lookAtPasted = (name: PasteName, roundUpId: number, request: PasteRequest): Promise<PasteView> =>
  told(() => KINDS[name].look(roundUpId, request));

/** Takes a block whole, or none of it. */
export const takePasted = (name: PasteName, roundUpId: number, request: PasteRequest) =>
  told(() => KINDS[name].take(roundUpId, request));

/** Takes back what was taken, as `takePasted` told it. */
export const undoPasted = (name: PasteName, roundUpId: number, undo: unknown, who: string) =>
  KINDS[name].undo(roundUpId, undo, who);
