import { Link } from '@/ui/frame/link';
import { plural } from '@/ui/marks/figures';

interface Finds {
  query: string;
  most: number;
  roundUps: { id: number; title: string; note: string }[];
  entries: {
    entryId: number;
    name: string;
    what: string;
    measured: string;
    citedIn: { id: number; title: string }[];
  }[];
  runs: {
    id: number;
    label: string;
    name: string;
    what: string;
    when: string;
    roundUpId: number;
    roundUp: string;
  }[];
}

function Found<T>({
  name,
  items,
  most,
  children,
}: {
  name: string;
  items: readonly T[];
  most: number;
  children: (item: T) => React.ReactNode;
}) {
  if (items.length === 0) return null;
  return (
    <section aria-label={name} className="pb-5">
      <h2 className="font-display border-b border-ink pb-1 text-[18px] font-bold">
        {name}{' '}
        <span className="label-text font-normal">
          {items.length > most ? `the first ${most}; write another word to narrow` : items.length}
        </span>
      </h2>
      <ul>{items.slice(0, most).map(children)}</ul>
    </section>
  );
}

const LINE = 'flex flex-wrap items-baseline gap-x-3 border-b border-hairline px-1 py-2';

/** What was found in the lab: round-ups, entries with what was measured of them, runs. */
export function SearchStage({ query, most, roundUps, entries, runs }: Finds) {
  if (query.trim() === '')
    return (
      <p className="py-6">
        Write a word of a product, a maker, a fan, a setting, a note or a round-up’s title.
      </p>
    );
  if (roundUps.length + entries.length + runs.length === 0)
    return <p className="py-6">Nothing in the lab has all the words of “{query}”.</p>;
  return (
    <>
      <Found name="Round-ups" items={roundUps} most={most}>
        {({ id, title, note }) => (
          <li key={id} className={LINE}>
            <Link className="underline underline-offset-2" dir="auto" href={`/round-ups/${id}/curves`}>
              {title}
            </Link>
            <span className="label-text">{note}</span>
          </li>
        )}
      </Found>
      <Found name="Entries" items={entries} most={most}>
        {({ entryId, name, what, measured, citedIn }) => (
          <li key={entryId} className={LINE}>
            <b dir="auto">{name}</b>
            <span className="text-ink2" dir="auto">
              {what}
            </span>
            <span>{measured}</span>
            <span className="ml-auto text-[14px]">
              {citedIn.length === 0
                ? 'in no round-up'
                : citedIn.map(({ id, title }, i) => (
                    <span key={id}>
                      {i > 0 && ', '}
                      <Link
                        className="underline underline-offset-2"
                        dir="auto"
                        href={`/round-ups/${id}/line-up`}
                      >
                        {title}
                      </Link>
                    </span>
                  ))}
            </span>
          </li>
        )}
      </Found>
      <Found name="Runs" items={runs} most={most}>
        {({ id, label, name, what, when, roundUpId, roundUp }) => (
          <li key={id} className={LINE}>
            <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/runs/${id}`}>
              Run {label}
            </Link>
            <span dir="auto">{name}</span>
            <span className="text-ink2">{what}</span>
            <span className="label-text ml-auto">{[when, roundUp].filter(Boolean).join(' · ')}</span>
          </li>
        )}
      </Found>
      <p className="label-text">
        {plural(entries.length, 'entry', 'entries')} of the lab, whoever cites them.
      </p>
    </>
  );
}
