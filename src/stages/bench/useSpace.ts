'use client';

import { useHotkeys } from 'react-hotkeys-hook';

/** Space presses the one large thing of the page, unless the keyboard stands on something else that it would press. */
export function useSpace(press: () => void, enabled = true): void {
  useHotkeys(
    'space',
    (event) => {
      if (document.activeElement?.closest('button, a, summary, select')) return;
      event.preventDefault();
      press();
    },
    { enabled },
  );
}
