'use client';

import { Link } from '@/ui/frame/link';
import { usePathname, useSearchParams } from 'next/navigation';
import { createContext, useContext, useEffect, useRef } from 'react';
import { PAGES, type RoundUpPage } from '@/contracts/roundUpPages';
import type { DeskLine } from '@/lab/orders/deskPages';

const Line = createContext<DeskLine | null>(null);

/** The pages of this stage, and of which round-up they are; null outside of one. */
export const useDeskLine = (): DeskLine | null => useContext(Line);

/** What a page takes along to the next: load, line, response and place, what it stands against, and who is in hand. */
const KEPT = ['load', 'line', 'what', 'place', 'against', 'at', 'one', 'other', 'hide', 'pick'];

/** Gives the pages of a stage to the line over each of them. */
export function DeskPages({ line, children }: { line: DeskLine; children: React.ReactNode }) {
  return <Line value={line}>{children}</Line>;
}

/** The page of a round-up whose path leads furthest towards an address. */
const pageAt = (address: string): RoundUpPage | undefined =>
  Object.values<RoundUpPage>(PAGES)
    .filter(({ path }) => address === path || address.startsWith(`${path}/`))
    .sort((a, b) => b.path.length - a.path.length)[0];

/**
 * The second line: the pages under a stage, always in the same order, with what is chosen kept in the address; at its end what this
 * page is asked at. A page for which there is nothing yet is named with what it needs.
 */
export function PageLine({ children }: { children?: React.ReactNode }) {
  const line = useContext(Line);
  const pathname = usePathname();
  const now = useSearchParams();
  const nav = useRef<HTMLElement>(null);
  // On a phone the line is wider than the page: where one is comes into view.
  useEffect(() => {
    const here = nav.current?.querySelector<HTMLElement>('[aria-current]');
    if (nav.current && here) nav.current.scrollLeft = here.offsetLeft - nav.current.clientWidth / 3;
  }, [pathname]);
  if (!line || (line.pages.length + line.lacking.length < 2 && !children)) return null;
  const kept = new URLSearchParams([...now].filter(([name]) => KEPT.includes(name)));
  const query = kept.size > 0 ? `?${kept}` : '';
  const address = pathname.replace(`/round-ups/${line.roundUpId}/`, '');
  const to = (path: string) => `/round-ups/${line.roundUpId}/${path}${query}`;
  // A view belongs to its page, wherever its address stands; a page that is not offered belongs to none.
  const asked = pageAt(address)?.path;
  const here = line.pages.find((page) => [page, ...page.parts].some(({ path }) => path === asked));
  const part = here?.parts.find(({ path }) => path === asked);
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-1.5 print:hidden">
      <nav ref={nav} aria-label={line.name} className="relative max-w-full min-w-0 overflow-x-auto">
        <ul className="flex items-baseline gap-x-5 whitespace-nowrap">
          {line.pages.map((page) => (
            <li key={page.path}>
              <Link
                href={to(page.path)}
                aria-current={page === here ? 'page' : undefined}
                className={`block border-b-2 pt-1 pb-1.5 text-[15px] ${
                  page === here ? 'border-act font-bold' : 'border-transparent text-ink2 hover:text-ink'
                }`}
              >
                {page.name}
              </Link>
            </li>
          ))}
          {line.lacking.length > 0 && (
            <li>
              <Missing line={line} to={to} />
            </li>
          )}
        </ul>
      </nav>
      <div className="ml-auto flex max-w-full min-w-0 flex-wrap items-center gap-x-4 gap-y-1.5 max-md:ml-0">
        {here && here.parts.length > 1 && (
          <div className="choices" role="navigation" aria-label={here.name}>
            {here.parts.map(({ name, path }) => (
              <Link key={path} href={to(path)} aria-current={part?.path === path ? 'page' : undefined}>
                {name}
              </Link>
            ))}
          </div>
        )}
        {children}
      </div>
    </div>
  );
}

/** What is not offered yet, and what each lacks. */
function Missing({ line, to }: { line: DeskLine; to: (path: string) => string }) {
  return (
    <>
      <button
        type="button"
        popoverTarget="not-yet"
        className="cursor-pointer pt-1 pb-1.5 text-[14px] text-ink2 underline decoration-dotted underline-offset-4"
      >
        Not yet
      </button>
      <div
        id="not-yet"
        popover="auto"
        className="m-auto max-w-md space-y-2 rounded border border-hairline bg-raised p-4 text-[14.5px] whitespace-normal text-ink"
      >
        {line.lacking.map(({ name, lacks, path, does }) => (
          <p key={name}>
            <b>{name}</b> {lacks}{' '}
            <Link className="underline underline-offset-2" href={to(path)}>
              {does}
            </Link>
          </p>
        ))}
      </div>
    </>
  );
}
