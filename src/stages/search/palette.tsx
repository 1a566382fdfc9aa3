'use client';

import { Command } from 'cmdk';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { PAGES } from '@/contracts/roundUpPages';
import type { Place } from '@/lab/roundUps/searchPlaces';

const EVERYWHERE: readonly Place[] = [
  { key: 'home', kind: 'Lab', words: 'All round-ups', note: '', href: '/' },
  { key: 'begin', kind: 'Lab', words: 'Begin a round-up', note: '', href: '/#begin' },
  { key: 'import', kind: 'Lab', words: 'Import data', note: '', href: '/#bring' },
  { key: 'cases', kind: 'Lab', words: 'Cases', note: '', href: '/cases' },
];

/** Asked of the lab once the typing has paused so long, ms. */
const PAUSE_MS = 150;

/** Entries, runs and round-ups that have all the words, asked for while one types. */
function useFound(query: string): Place[] {
  const [found, setFound] = useState<Place[]>([]);
  useEffect(() => {
    const gone = new AbortController();
    const timer = setTimeout(() => {
      if (query.trim() === '') return setFound([]);
      fetch(`/api/search?q=${encodeURIComponent(query)}`, { signal: gone.signal })
        .then((answer) => answer.json() as Promise<{ places: Place[] }>)
        .then(({ places }) => setFound(places))
        // What cannot be asked for is not offered; the pages still are.
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      gone.abort();
    };
  }, [query]);
  return found;
}

/** Goes to any page, round-up, entry or run by a few letters of its name. */
export function Palette({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const pathname = usePathname();
  const [query, setQuery] = useState('');
  const found = useFound(query);
  const here = /^\/round-ups\/\d+/.exec(pathname)?.[0];
  const own: Place[] = here
    ? Object.values(PAGES).map(({ name, path }) => ({
        ...{ key: path, kind: 'This round-up', words: name, note: '', href: `${here}/${path}` },
      }))
    : [];
  const matching = [...own, ...EVERYWHERE].filter(({ words }) =>
    query
      .toLowerCase()
      .split(/\s+/)
      .every((part) => words.toLowerCase().includes(part)),
  );
  const places = [...matching, ...found];
  const kinds = [...new Set(places.map(({ kind }) => kind))];
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Go to"
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-40 bg-ink/30"
      contentClassName="fixed inset-x-4 top-[12vh] z-50 mx-auto max-w-xl rounded-lg border border-hairline bg-ground shadow-lg"
    >
      <Command.Input
        value={query}
        onValueChange={setQuery}
        maxLength={200}
        placeholder="Go to a page, an entry, a run …"
        className="w-full border-b border-hairline bg-transparent px-4 py-3 text-[17px]"
      />
      <Command.List className="max-h-[55vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-ink2">Nothing has all the words of “{query}”.</Command.Empty>
        {kinds.map((kind) => (
          <Command.Group
            key={kind}
            heading={kind}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:text-ink2"
          >
            {places
              .filter((place) => place.kind === kind)
              .map(({ key, words, note, href }) => (
                <Command.Item
                  key={key}
                  value={key}
                  onSelect={() => {
                    onClose();
                    router.push(href);
                  }}
                  className="flex cursor-pointer items-baseline gap-3 rounded px-3 py-1.5 data-[selected=true]:bg-sunk"
                >
                  <span dir="auto">{words}</span>
                  <span className="min-w-0 truncate text-[13.5px] text-ink2" dir="auto">
                    {note}
                  </span>
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
