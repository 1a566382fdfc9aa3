import Link from 'next/link';
import { figure, plural } from '@/ui/figures';

export interface RoundUpItem {
  id: number;
  title: string;
  rig: string;
  entries: number;
  runs: number;
  loadsW: number[];
  noiseLineDba: number;
  /** Day it came into the lab, as shown. */
  day: string;
}

export function RoundUpList({ items }: { items: RoundUpItem[] }) {
  if (items.length === 0) {
    return (
      <p className="py-8 text-[17px]">
        No round-up yet. Import the folder of an evening at the bench, and its runs, curves and ranking appear
        here.
      </p>
    );
  }
  return (
    <ul>
      {items.map((item) => (
        <li key={item.id} className="border-b border-hairline first:border-t">
          <Link href={`/round-ups/${item.id}/curves`} className="block px-2 py-3 hover:bg-raised">
            <span className="flex items-baseline gap-4">
              <span className="font-display truncate text-[19px] font-bold" dir="auto">
                {item.title}
              </span>
              <span className="label-text ml-auto shrink-0">{item.day}</span>
            </span>
            <span className="block truncate text-ink2" dir="auto">
              {plural(item.entries, 'entry', 'entries')} · {plural(item.runs, 'run')} ·{' '}
              {item.loadsW.map((load) => (load === 0 ? 'idle' : `${load} W`)).join(', ')} · line at{' '}
              {figure(item.noiseLineDba, 1)} dB(A) · {item.rig}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
