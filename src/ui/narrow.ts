import { useSyncExternalStore } from 'react';

/** As wide as a phone held upright; tables turn into lists there. */
const NARROW = '(max-width: 639px)';

function watch(onChange: () => void): () => void {
  const query = window.matchMedia(NARROW);
  query.addEventListener('change', onChange);
  return () => query.removeEventListener('change', onChange);
}

export function useNarrow(): boolean {
  return useSyncExternalStore(
    watch,
    () => window.matchMedia(NARROW).matches,
    () => false,
  );
}
