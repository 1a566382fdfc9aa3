import Link from 'next/link';
import type { DoubtNotice } from '@/core/drift/inDoubt';
import { dayText } from '@/ui/clock';
import { plural } from '@/ui/figures';

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

/** Told at the head of every stage, until the runs are held, freed or set aside. */
export function DoubtNote({ roundUpId, doubt }: { roundUpId: number; doubt: DoubtNotice }) {
  return (
    <p
      role="status"
      className="border-b border-hairline bg-raised px-4 py-1.5 text-[14.5px] md:px-7"
      dir="auto"
    >
      <span className="text-warn">▲ </span>
      {doubtWords(doubt)}{' '}
      <Link className="underline underline-offset-3" href={`/round-ups/${roundUpId}/rig/watch`}>
        Look at it
      </Link>
    </p>
  );
}
