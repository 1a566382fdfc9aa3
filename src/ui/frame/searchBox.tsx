'use client';

import Form from 'next/form';
import Link from 'next/link';
import { useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

/** The field that looks through the whole lab. */
export function SearchField({ query = '', wide }: { query?: string | undefined; wide?: boolean }) {
  const field = useRef<HTMLInputElement>(null);
  useHotkeys('mod+k', () => field.current?.focus(), { preventDefault: true, enableOnFormTags: true });
  return (
    <Form action="/search" role="search">
      <input
        ref={field}
        type="search"
        name="q"
        defaultValue={query}
        aria-label="Search the lab"
        aria-keyshortcuts="Control+K"
        placeholder={wide ? 'Search the lab' : 'Search the lab, Ctrl K'}
        maxLength={200}
        className={`h-[31px] rounded border border-hairline bg-raised px-2 text-[14px] text-ink ${wide ? 'w-full' : 'w-52'}`}
      />
    </Form>
  );
}

/** In the head of every page: the field, which Ctrl+K leads to; on a phone the way to a page with it. */
export function SearchBox({ query }: { query?: string | undefined }) {
  return (
    <>
      <div className="hidden sm:block">
        <SearchField query={query} />
      </div>
      <Link href="/search" className="underline underline-offset-2 sm:hidden">
        Search
      </Link>
    </>
  );
}
