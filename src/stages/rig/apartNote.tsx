import { Link } from '@/ui/frame/link';
import { plural } from '@/ui/marks/figures';
import type { RigData } from '@/lab/planning/rigView';

/** One line where runs are ranked: which of the entries' runs are kept out, by what, and the way out. */
export function ApartNote({ roundUpId, apart }: { roundUpId: number; apart: RigData['apart'] }) {
  if (apart.length === 0) return null;
  const reasons = (other: RigData['apart'][number]) =>
    other.apart.map(({ because }) => because).join('; ') ||
    other.differences.map(({ what }) => what).join(', ') ||
    'the same setup';
  const bridged = apart.find(
    (other) => other.apart.length > 0 && other.apart.every(({ wayOut }) => wayOut === 'bridge'),
  );
  return (
    <p className="border-b border-hairline px-4 py-1.5 text-[14px] md:px-7">
      <b className="text-warn">▲ Not ranked together:</b>{' '}
      {apart
        .map(
          (other) =>
            `${plural(other.runs, 'run')} at ${other.rig}, revision ${other.revision} (${reasons(other)})`,
        )
        .join('; ')}
      .{' '}
      <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/rig`}>
        How to compare them
      </Link>
      {bridged && (
        <>
          {', '}
          <Link
            className="underline underline-offset-2"
            href={`/round-ups/${roundUpId}/rig/bridge?from=${bridged.revisionId}`}
          >
            {bridged.isBridged ? 'and the bridge in use' : 'or bridge them'}
          </Link>
        </>
      )}
      {', '}
      <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/curves/rigs`}>
        all rigs in one table
      </Link>
    </p>
  );
}
