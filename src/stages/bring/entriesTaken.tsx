'use client';

import type { CheckedEntry } from '@/lab/bring/checkUpload';
import { plural } from '@/ui/marks/figures';
import { Heads, num } from '@/ui/frame/heads';
import { Options } from '@/ui/form/options';

/** The lab's entry that one is taken for: its id, or as a new one; `undecided` while nobody has said. */
export type Taken = number | 'new' | 'undecided';

/** What is known without asking: an entry with the same runs is the lab's, one that nothing is like is new. */
export function takenAtFirst({ sureId, candidates }: CheckedEntry): Taken {
  if (sureId !== null) return sureId;
  return candidates.length === 0 ? 'new' : 'undecided';
}

/** Runs of an entry that would be written. */
export function newRuns({ runs, candidates }: CheckedEntry, taken: Taken): number {
  const found = candidates.find((candidate) => candidate.entryId === taken);
  return runs - (found?.there ?? 0);
}

function thereWords({ there, deleted }: CheckedEntry['candidates'][number], runs: number): string {
  if (there === 0) return '';
  const all = there === runs ? `all ${plural(runs, 'run')}` : `${there} of ${plural(runs, 'run')}`;
  return `${all} there already${deleted > 0 ? `, ${deleted} of them deleted: see Deleted in Logbook` : ''}`;
}

function Choice({
  entry,
  taken,
  onTake,
}: {
  entry: CheckedEntry;
  taken: Taken;
  onTake: (taken: Taken) => void;
}) {
  if (entry.candidates.length === 0) return <span className="text-ink2">new to the lab</span>;
  const chosen = entry.candidates.find((candidate) => candidate.entryId === taken);
  return (
    <>
      <select
        aria-label={`What ${entry.entry} is`}
        className={`field-box w-full max-w-[420px] ${taken === 'undecided' ? 'border-warn' : ''}`}
        value={String(taken)}
        onChange={({ target: { value } }) => onTake(value === 'new' ? value : Number(value))}
      >
        {taken === 'undecided' && <option value="undecided">? the lab’s, or another one …</option>}
        <Options
          of={entry.candidates.map(({ entryId, name, what }) => [
            entryId,
            ['the lab’s ' + name, what].filter(Boolean).join(' · '),
          ])}
        />
        <option value="new">another one: a new entry</option>
      </select>
      {(chosen ?? entry.candidates[0]) && (
        <p className="pt-0.5 text-[13px] text-ink2">
          {chosen
            ? [thereWords(chosen, entry.runs), chosen.measured].filter(Boolean).join('; ')
            : `the lab has ${entry.candidates[0]!.measured}`}
        </p>
      )}
    </>
  );
}

/** The entries of a bundle, each with what the lab has of it; where that is not sure, a person says. */
export function EntriesTaken({
  entries,
  taken,
  onTake,
}: {
  entries: readonly CheckedEntry[];
  taken: ReadonlyMap<string, Taken>;
  onTake: (entry: string, taken: Taken) => void;
}) {
  return (
    <table className="figure-table [&_td]:align-top">
      <Heads
        of={[{ of: 'Entry', className: 'hidden sm:table-cell' }, 'Product', num('Runs'), 'In the lab']}
      />
      <tbody>
        {entries.map((entry) => (
          <tr key={entry.entry}>
            <td className="hidden max-w-40 truncate text-ink2 sm:table-cell">{entry.entry}</td>
            <td className="max-w-28 truncate sm:max-w-72" dir="auto" title={entry.product}>
              {entry.product}
            </td>
            <td className="num">{entry.runs}</td>
            <td>
              <Choice
                entry={entry}
                taken={taken.get(entry.entry)!}
                onTake={(to) => onTake(entry.entry, to)}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
