import type { MeasuredEntry } from '@/database/lab/measuredEntries';
import type { CitedEntry } from '../model/citedEntries';

/** What a name that was typed stands for: an entry cited already, one of the lab, a new one, or several. */
export interface Meant {
  /** Null for a new one. */
  entryId: number | null;
  /** Of the lab, and not cited yet. */
  toCite: MeasuredEntry | null;
  problem: string;
}

/** Looks up a name or an id that a reviewer typed for a run: among those cited, then in all of the lab. */
export function meantEntry(name: string, cited: readonly CitedEntry[], lab: readonly MeasuredEntry[]): Meant {
  const byId = cited.find((entry) => entry.entry === name);
  const named = byId ? [byId] : cited.filter((entry) => entry.product === name);
  const several = (n: number, which: string) => ({
    entryId: null,
    toCite: null,
    problem: `${n} entries are called “${name}”: ${which}`,
  });
  if (named.length > 1)
    return several(named.length, `write which, ${named.map((entry) => entry.entry).join(', ')}`);
  if (named[0]) return { entryId: named[0].entryId, toCite: null, problem: '' };
  const called = lab.filter((entry) => entry.name === name);
  if (called.length > 1)
    return several(
      called.length,
      'in the lab: cite the one that is meant in Line-up first, or write another name',
    );
  return { entryId: called[0]?.entryId ?? null, toCite: called[0] ?? null, problem: '' };
}
