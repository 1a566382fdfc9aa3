'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

// Whoever never asks for it never loads it.
const Palette = dynamic(() => import('./palette').then(({ Palette }) => Palette), { ssr: false });

/** Ctrl K on any page: a palette that goes to any page, entry, run or action. */
export function PaletteKey() {
  const [isOpen, setOpen] = useState(false);
  useHotkeys('mod+k', () => setOpen((was) => !was), { preventDefault: true, enableOnFormTags: true });
  return isOpen ? <Palette onClose={() => setOpen(false)} /> : null;
}
