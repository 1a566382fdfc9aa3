'use client';

import { useEffect } from 'react';
import { Toaster } from 'sonner';
import { onWanted, sayUp } from './boardWanted';

/**
 * Short notices in the theme's colours, in the empty part of the page's head, so that they cover nothing that is being
 * read or pressed; most carry an Undo.
 */
export default function NoticeBoard() {
  // Its parts listen before it does: what was said meanwhile is heard now.
  useEffect(() => {
    sayUp();
    return onWanted(sayUp);
  }, []);
  return (
    <Toaster
      position="top-right"
      offset={{ top: 5, right: 150 }}
      mobileOffset={{ top: 3, left: 56, right: 8 }}
      gap={4}
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex w-full items-center gap-3 rounded-lg bg-ink px-4 py-2 font-sans text-[14.5px] text-ground shadow-lg',
          actionButton: 'ml-auto cursor-pointer rounded border border-ground/50 px-2.5 py-0.5 font-semibold',
        },
      }}
    />
  );
}
