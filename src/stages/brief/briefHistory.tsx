import { format } from 'date-fns';
import type { BriefData } from '@/lab/planning/cardRig';

/** What was changed of the brief, when, by whom and why. */
export function BriefHistory({ history }: { history: BriefData['history'] }) {
  if (history.length === 0) return null;
  return (
    <section aria-label="Changes of the brief">
      <h2 className="font-display text-[18px] font-bold">Changed</h2>
      <ul className="text-[14px]">
        {history.map((other, i) => (
          <li key={i} className="border-b border-hairline py-1.5">
            <span className="text-ink2">{format(other.changedAt, 'd MMM yyyy, HH:mm')}</span> {other.who}
            {other.reason && `: ${other.reason}`}
            {other.changes.map((change) => (
              <span key={change.what} className="block pl-4">
                {change.what}: {change.was} → <b>{change.isNow}</b>
                {change.incomparable && <span className="text-warn"> {change.incomparable}</span>}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
