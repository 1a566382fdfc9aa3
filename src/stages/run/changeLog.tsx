import { format } from 'date-fns';
import { changeWords } from '@/core/runs/changeWords';
import type { RunChange } from '@/lab/runs/runPage';

/** Who changed what, when, from what to what; the newest first. */
export function ChangeLog({ changes }: { changes: RunChange[] }) {
  if (changes.length === 0) return null;
  return (
    <section className="pt-4">
      <h3 className="font-display text-[15px] font-bold">Changes by hand</h3>
      <ol className="text-[13.5px]">
        {[...changes].reverse().map((change, i) => (
          <li key={i} className="border-b border-hairline py-1.5" dir="auto">
            <span className="text-ink2">
              {format(change.changedAt, 'd MMM HH:mm')}, {change.who}:
            </span>{' '}
            {changeWords(change)}
          </li>
        ))}
      </ol>
    </section>
  );
}
