'use client';

import Form from 'next/form';
import { Link } from '@/ui/frame/link';

/** The field that looks through the whole lab. */
export function SearchField({ query = '', wide }: { query?: string | undefined; wide?: boolean }) {
  return (
    <Form action="/search" role="search" prefetch={false}>
      <input
        type="search"
        name="q"
        defaultValue={query}
        aria-label="Search the lab"
        placeholder={wide ? 'Search the lab' : 'Search, or Ctrl K'}
        maxLength={200}
        className={`h-[31px] rounded border border-hairline bg-raised px-2 text-[14px] text-ink ${wide ? 'w-full' : 'w-52'}`}
      />
    </Form>
  );
}

/** In the head of every page: the field; on a phone the way to a page with it. */
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
