'use client';

import { Toaster } from 'sonner';

/** Short notices at the foot of the page, in the theme's colours; most carry an Undo. */
export function Notices() {
  return (
    <Toaster
      position="bottom-center"
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex w-full items-center gap-3 rounded-lg bg-ink px-4 py-3 text-[14.5px] text-ground shadow-lg',
          actionButton: 'ml-auto cursor-pointer rounded border border-ground/50 px-2.5 py-0.5 font-semibold',
        },
      }}
    />
  );
}
