import { Link } from '@/ui/frame/link';
import type { DoubtNotice } from '@/core/drift/inDoubt';
import { plural } from '@/ui/marks/figures';
import { doubtWords } from './doubtWords';

interface Props {
  roundUpId: number;
  doubt: DoubtNotice | null;
  meterRuns: number;
}

/** Told at the head of every stage, until the runs are held, freed, corrected or set aside. */
export function TroubleNote({ roundUpId, doubt, meterRuns }: Props) {
  return (
    <p
      role="status"
      className="border-b border-hairline bg-raised px-4 py-1.5 text-[14.5px] md:px-7"
      dir="auto"
    >
      <span className="text-warn">▲ </span>
      {doubt && `${doubtWords(doubt)} `}
      {meterRuns > 0 &&
        `${plural(meterRuns, 'run that counts was', 'runs that count were')} read while the meter was off, or may have been. `}
      <Link className="underline underline-offset-3" href={`/round-ups/${roundUpId}/rig/watch`}>
        Look at it
      </Link>
    </p>
  );
}
