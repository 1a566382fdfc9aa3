import type { ReadersCopy, ReadersEntry } from '@/contracts/readersCopy';
import type { Advice } from '@/core/judgement/readers/advice';
import { adviseAll } from '@/core/judgement/readers/adviseAll';
import { fitsAnswer } from '@/core/judgement/readers/fitsAnswer';
import { NO_LIMITS } from '@/core/lineUp/roomLimits';
import { isFixedWatts, loadLabel } from '@/core/runs/load';
import type { ReadersMachine } from './choice';

/** What of a report suits a machine. */
export interface ReadersFits {
  answer: string;
  /** The load whose curves were taken. */
  load: string;
  advice: (ReadersEntry & Advice)[];
}

/** What fits a reader’s machine; null where nothing was measured at fixed watts. */
export function fitsOf(copy: ReadersCopy, machine: ReadersMachine): ReadersFits | null {
  const rise = copy.orders.find(({ response, against }) => response.throttles && against === 'noise');
  const fixed = (rise?.loads ?? []).filter(({ load }) => isFixedWatts(load));
  if (fixed.length === 0) return null;
  // A die is never cooler than its room.
  if (machine.limitC <= machine.roomC)
    return { answer: 'The limit has to lie above the room.', load: '', advice: [] };
  const { load, advice } = adviseAll(fixed, copy.entries, {
    ...{ ...NO_LIMITS, ...machine, currency: copy.currency },
    room: null,
  });
  const names = new Map(copy.entries.map(({ entry, name }) => [entry, name]));
  return { answer: fitsAnswer(advice, (entry) => names.get(entry)!), load: loadLabel(load), advice };
}
