import { inARow } from '@/core/words';
import type { WeightsView } from '@/lab/orders/beyond/weightsView';
import type { PageEntry } from '@/lab/model/pageEntries';
import { EntryMark, entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';

type Props = Pick<WeightsView, 'leads' | 'points'> & { byEntry: ReadonlyMap<string, PageEntry> };

/** Who leads where: a bar for each load and line, from none of the weight on it to all; striped where some tie. */
export function LeadBars({ leads, points, byEntry }: Props) {
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  if (leads.length === 0 || total === 0) return null;
  const nameOf = (entry: string) => byEntry.get(entry)?.product ?? entry;
  return (
    <section aria-label="Who leads where">
      <h2 className="font-display pb-1 text-[16px] font-bold">Who leads where</h2>
      <ul className="space-y-2">
        {leads.map((stretches, i) => {
          const { key, label, weight } = points[i]!;
          return (
            <li key={key} className="grid items-center gap-x-4 sm:grid-cols-[10rem_minmax(0,1fr)]">
              <span className="text-[14.5px]">{label}</span>
              <span className="relative block h-9">
                {stretches.map(({ from, to, first }) => {
                  const colours = first.map(
                    (entry) => `var(${entryStyle(byEntry.get(entry)!.position).colour})`,
                  );
                  const stripes = colours.flatMap((colour, at) => [
                    `color-mix(in oklab, ${colour} 34%, transparent) ${8 * at}px`,
                    `color-mix(in oklab, ${colour} 34%, transparent) ${8 * (at + 1)}px`,
                  ]);
                  return (
                    <span
                      key={from}
                      className="absolute inset-y-0 overflow-hidden border-l border-ground"
                      style={{
                        left: `${100 * from}%`,
                        width: `${100 * (to - from)}%`,
                        background:
                          first.length === 0
                            ? 'var(--color-sunk)'
                            : `repeating-linear-gradient(115deg, ${stripes.join(', ')})`,
                      }}
                      title={
                        first.length === 0
                          ? 'no entry has a score here'
                          : `${inARow(first.map(nameOf))}${first.length > 1 ? ' (a tie)' : ''}`
                      }
                    >
                      <span className="flex h-full items-center gap-1.5 px-2 text-[13px] whitespace-nowrap">
                        {first.map((entry) => (
                          <EntryMark key={entry} position={byEntry.get(entry)!.position} />
                        ))}
                        <span className="truncate" dir="auto">
                          {first.length === 1 ? nameOf(first[0]!) : first.length > 1 ? 'a tie' : ''}
                        </span>
                      </span>
                    </span>
                  );
                })}
                <span
                  className="absolute -inset-y-1 w-0.5 bg-act"
                  style={{ left: `${(100 * weight) / total}%` }}
                  title={`now ${figure((100 * weight) / total, 0)} %`}
                />
              </span>
            </li>
          );
        })}
      </ul>
      <p className="flex justify-between pt-1 text-[12.5px] text-ink2 sm:pl-44">
        <span>counts nothing</span>
        <span>counts alone</span>
      </p>
      <p className="label-text">
        The red line: its share now. The others keep their proportions as it moves.
      </p>
    </section>
  );
}
