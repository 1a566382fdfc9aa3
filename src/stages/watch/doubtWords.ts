import type { DoubtNotice } from '@/core/drift/inDoubt';
import { dayWords } from '@/core/timeWords';
import { plural } from '@/ui/marks/figures';

export const dayOf = (ms: number) => dayWords(new Date(ms).toISOString());

/** Which runs a control that was out of range makes suspect, in sentences. */
export function doubtWords({
  product,
  brokeMs,
  lastGoodMs,
  goodAgainMs,
  counting,
  held,
}: DoubtNotice): string {
  const since = lastGoodMs === null ? 'before it' : `since the last good control (${dayOf(lastGoodMs)})`;
  const suspect =
    counting.length > 0
      ? `${plural(counting.length, 'run')} ${since} ${counting.length === 1 ? 'is' : 'are'} suspect.`
      : `${plural(held.length, 'run is', 'runs are')} on hold.`;
  const next = goodAgainMs === null ? '' : ` The control of ${dayOf(goodAgainMs)} was good again.`;
  return `Control ${product} was out of range on ${dayOf(brokeMs)}. ${suspect}${next}`;
}
