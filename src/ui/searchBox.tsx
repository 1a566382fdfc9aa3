'use client';

import Form from 'next/form';
import { useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

/** Looks through the whole lab; Ctrl+K leads here from any page. */
export function SearchBox({ query = '' }: { query?: string }) {
  const field = useRef<HTMLInputElement>(null);
  useHotkeys('mod+k', () => field.current?.focus(), { preventDefault: true, enableOnFormTags: true });
  return (
    <Form action="/search" role="search" className="hidden sm:block">
      <input
        ref={field}
        type="search"
        name="q"
        defaultValue={query}
        aria-label="Search the lab"
        aria-keyshortcuts="Control+K"
        placeholder="Search the lab, Ctrl K"
        maxLength={200}
        className="h-[31px] w-52 rounded border border-hairline bg-raised px-2 text-[14px] text-ink"
      />
    </Form>
  );
}
