'use client';

import { createContext, startTransition, useContext, useEffect, useState, type ReactNode } from 'react';

/** As wide as a phone held upright; tables turn into lists there. */
const NARROW = '(max-width: 639px)';

/**
 * Whether the page is as narrow as a phone; what follows from it is drawn in slices,
 * so that a phone can be scrolled meanwhile. Null until it is known.
 */
export function useNarrowOnceKnown(): boolean | null {
  const [narrow, setNarrow] = useState<boolean | null>(null);
  useEffect(() => {
    const query = window.matchMedia(NARROW);
    const take = () => startTransition(() => setNarrow(query.matches));
    take();
    query.addEventListener('change', take);
    return () => query.removeEventListener('change', take);
  }, []);
  return narrow;
}

const AsksLikeAPhone = createContext(false);

/** What the request said of the reader's device: the server draws for it, so that a phone does not begin with a desk's page. */
export function NarrowHint({ isPhone, children }: { isPhone: boolean; children: ReactNode }) {
  return <AsksLikeAPhone value={isPhone}>{children}</AsksLikeAPhone>;
}

/** The same, by what the request said as long as nobody has measured. */
export function useNarrow(): boolean {
  const guess = useContext(AsksLikeAPhone);
  return useNarrowOnceKnown() ?? guess;
}
