import type { DoubtNotice } from '@/core/drift/inDoubt';
import { dayText } from '@/ui/clock';
import { plural } from '@/ui/marks/figures';

export const dayOf = (ms: number) => dayText(new Date(ms).toISOString().slice(0, 10));

/** What a broken control puts in doubt, in a sentence. */
export function doubtWords({
  product,
  brokeMs,
  lastGoodMs,
  goodAgainMs,
  counting,
  held,
}: DoubtNotice): string {
  const since = lastGoodMs === null ? 'all before it' : `since the last good one, ${dayOf(lastGoodMs)}`;
  const inDoubt =
    counting.length > 0
      ? `${plural(counting.length, 'run')} ${since} ${counting.length === 1 ? 'stands' : 'stand'} in doubt`
      : `${plural(held.length, 'run')} ${held.length === 1 ? 'is' : 'are'} held`;
  const next = goodAgainMs === null ? '' : `; the control of ${dayOf(goodAgainMs)} was good again`;
  return `The control ${product} broke on ${dayOf(brokeMs)}: ${inDoubt}${next}.`;
}
