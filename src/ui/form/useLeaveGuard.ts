'use client';

import { useEffect } from 'react';

const ASKS = 'What you typed here is not saved. Leave it?';

/** While something typed is not saved, leaving the page asks: by a link of the application, by the address bar, by closing. */
export function useLeaveGuard(isDirty: boolean): void {
  useEffect(() => {
    if (!isDirty) return;
    const onUnload = (event: BeforeUnloadEvent) => event.preventDefault();
    function onClick(event: MouseEvent) {
      const link = (event.target as HTMLElement).closest?.('a[href]');
      if (!(link instanceof HTMLAnchorElement) || event.defaultPrevented || event.button !== 0) return;
      const isElsewhere = event.metaKey || event.ctrlKey || event.shiftKey || link.target === '_blank';
      const stays = link.pathname === location.pathname && link.origin === location.origin;
      if (isElsewhere || stays || link.hasAttribute('download') || confirm(ASKS)) return;
      event.preventDefault();
      event.stopPropagation();
    }
    window.addEventListener('beforeunload', onUnload);
    // Before the link itself hears of it.
    document.addEventListener('click', onClick, true);
    return () => {
      window.removeEventListener('beforeunload', onUnload);
      document.removeEventListener('click', onClick, true);
    };
  }, [isDirty]);
}
