'use client';

import { useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => {};

/**
 * What is typed into a page that came from the server before its script runs is seen by nobody, and lost. So its fields and buttons
 * take nothing until the page is alive; links, text and charts are there at once.
 */
export function WakingPage({ children }: { children: ReactNode }) {
  const isAlive = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <fieldset role="presentation" className="waking-page" disabled={!isAlive}>
      {children}
    </fieldset>
  );
}
