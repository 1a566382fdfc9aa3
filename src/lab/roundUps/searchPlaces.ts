import { PAGES } from '@/contracts/roundUpPages';
import { searchLab } from './searchLab';

/** Somewhere in the lab that one can go to. */
export interface Place {
  key: string;
  kind: string;
  words: string;
  note: string;
  href: string;
}

/** Of each kind: a palette is read at a glance. */
const MOST = 6;

/** Round-ups, entries and runs that have all words of a query, as places to go to. */
export async function searchPlaces(query: string): Promise<Place[]> {
  const { roundUps, entries, runs } = await searchLab(query);
  return [
    ...roundUps.slice(0, MOST).map(({ id, title }) => ({
      ...{ key: `round-up ${id}`, kind: 'Round-ups', words: title, note: '' },
      href: `/round-ups/${id}/${PAGES.curves.path}`,
    })),
    ...entries.slice(0, MOST).flatMap(({ entryId, name, what, citedIn: [first] }) =>
      first
        ? [
            {
              ...{ key: `entry ${entryId}`, kind: 'Entries', words: name },
              note: [what, first.title].filter(Boolean).join(' · '),
              href: `/round-ups/${first.id}/${PAGES.lineUp.path}`,
            },
          ]
        : [],
    ),
    ...runs.slice(0, MOST).map(({ id, label, name, what, roundUpId }) => ({
      ...{ key: `run ${id}`, kind: 'Runs', words: `Run ${label}, ${name}`, note: what },
      href: `/round-ups/${roundUpId}/runs/${id}`,
    })),
  ];
}
