import Link from 'next/link';
import { plural } from '@/ui/figures';
import type { RigData } from './rigData';

/** One line where runs are ranked: which of the entries' runs are kept out, by what, and where to read more. */
export function ApartNote({ roundUpId, apart }: { roundUpId: number; apart: RigData['apart'] }) {
  if (apart.length === 0) return null;
  return (
    <p className="border-b border-hairline px-4 py-1.5 text-[14px] md:px-7">
      <b className="text-warn">▲ Kept apart:</b>{' '}
      {apart
        .map(
          (other) =>
            `${plural(other.runs, 'run')} at revision ${other.revision} (${other.differences.map(({ what }) => what).join(', ') || 'the same setup'})`,
        )
        .join('; ')}
      .{' '}
      <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/rig`}>
        What would make them comparable
      </Link>
    </p>
  );
}
