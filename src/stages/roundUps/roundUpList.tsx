import { Link } from '@/ui/frame/link';
import type { Leaders } from '@/core/ranking/leaders';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText, plural } from '@/ui/marks/figures';
import type { NextStep } from '@/lab/roundUps/nextStep';
import { Sketch } from './sketch';
import { RoundUpActions } from './roundUpActions';

export interface RoundUpItem {
  id: number;
  title: string;
  rig: string;
  entries: number;
  runs: number;
  loadsW: number[];
  noiseLineDba: number;
  /** Day it began, as shown. */
  day: string;
  archived: boolean;
  /** Who leads it; null for the older ones. */
  leaders: Leaders | null;
  /** What comes next; null where that is not asked for. */
  next: NextStep | null;
}

/** The first three at the line, with their doubt, and how many there are besides. */
function LeadersOf({ item }: { item: RoundUpItem }) {
  const { leaders } = item;
  if (!leaders) return null;
  if (leaders.first.length === 0)
    return (
      <p className="pt-1.5 text-[14.5px] text-ink2">
        {item.runs === 0 ? 'Nothing is measured yet.' : `No entry can be ranked at ${leaders.load} yet.`}
      </p>
    );
  const more = leaders.placed - leaders.first.length;
  return (
    <div className="clear-both grid gap-x-6 pt-2 sm:grid-cols-3">
      {leaders.first.map((other) => (
        <p
          key={other.entry}
          className="flex items-baseline gap-2 border-t border-hairline py-1 text-[14.5px]"
        >
          <b className="w-8 shrink-0">{placeText(other.placeFrom, other.placeTo)}</b>
          <EntryMark position={other.position} />
          <span className="line-clamp-2 leading-tight" dir="auto">
            {other.product}
          </span>
          <span className="ml-auto whitespace-nowrap">
            {figure(other.value, leaders.decimals)}{' '}
            <span className="text-[13px] text-ink2">
              ± {figure(other.interval95, leaders.decimals)} {leaders.unit}
            </span>
          </span>
        </p>
      ))}
      <p className="pt-0.5 text-[13px] text-ink2 sm:col-span-3">
        {leaders.what && `${leaders.what}, `}at {figure(item.noiseLineDba, 1)} dB(A), {leaders.load}
        {more > 0 && `; ${plural(more, 'more is', 'more are')} placed`}
        {leaders.notPlaced > 0 && `, ${leaders.notPlaced} not`}
      </p>
    </div>
  );
}

export function RoundUpList({ items }: { items: RoundUpItem[] }) {
  return (
    <ul>
      {items.map((item) => (
        <li key={item.id} className="border-b border-hairline first:border-t">
          <Link href={`/round-ups/${item.id}/curves`} className="block px-2 pt-4 pb-2 hover:bg-raised">
            <span className="flex items-baseline gap-4">
              <span className="font-display truncate text-[22px] font-bold" dir="auto">
                {item.title}
              </span>
              <span className="label-text ml-auto shrink-0">{item.day}</span>
            </span>
            {item.leaders && <Sketch sketch={item.leaders.sketch} />}
            <span className="block truncate text-ink2" dir="auto">
              {plural(item.entries, 'entry', 'entries')} · {plural(item.runs, 'run')} ·{' '}
              {item.loadsW.map((load) => (load === 0 ? 'idle' : `${load} W`)).join(', ')} · {item.rig}
            </span>
            {item.next && (
              <span className="block text-[14.5px]">
                <span className="text-ink2">Next:</span> {item.next.words}
              </span>
            )}
            <LeadersOf item={item} />
          </Link>
          <RoundUpActions id={item.id} title={item.title} archived={item.archived} />
        </li>
      ))}
    </ul>
  );
}
