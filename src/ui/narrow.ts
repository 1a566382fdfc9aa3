import { startTransition, useEffect, useState } from 'react';

/** As wide as a phone held upright; tables turn into lists there. */
const NARROW = '(max-width: 639px)';

/**
 * Whether the page is as narrow as a phone. False at first, as on the server; what follows from it is drawn in slices,
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

export function useNarrow(): boolean {
  return useNarrowOnceKnown() ?? false;
}
