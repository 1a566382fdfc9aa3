'use client';

import { useRef } from 'react';
import type { Draft } from '@/lab/report/draft';
import { Fault } from '@/ui/form/fault';

const PHONE_PX = 390;
/** The page is set for about so many pixels, and shown as small as the room beside the text asks. */
const PAGE_PX = 900;
const ROOM_PX = 520;

/** The verdict as its readers will see it, at the width of a screen or of a phone. It runs nothing and leads nowhere. */
export function ReadersPage({
  draft,
  fault,
  isPhone,
}: {
  draft: Draft | null;
  fault: string;
  isPhone: boolean;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const at = useRef(0);
  const scale = isPhone ? 1 : ROOM_PX / PAGE_PX;
  const widthPx = isPhone ? PHONE_PX : PAGE_PX;
  return (
    <div className="space-y-1.5">
      <Fault>{fault}</Fault>
      <div
        className="h-[70vh] max-w-full overflow-hidden rounded border border-hairline bg-raised"
        style={{ width: widthPx * scale }}
      >
        {draft ? (
          <iframe
            ref={frame}
            title={isPhone ? 'The page on a phone' : 'The page as readers will see it'}
            // Without scripts; of this origin, so that it stays where it was read.
            sandbox="allow-same-origin"
            srcDoc={draft.html}
            className="origin-top-left"
            style={{ width: widthPx, height: `${70 / scale}vh`, transform: `scale(${scale})` }}
            onLoad={() => {
              const page = frame.current?.contentWindow;
              page?.scrollTo(0, at.current);
              page?.addEventListener('scroll', () => {
                at.current = page.scrollY;
              });
              // A link of the page would lead away within the frame.
              page?.document.addEventListener('click', (event) => {
                const link = (event.target as Element).closest?.('a');
                if (link && !link.getAttribute('href')?.startsWith('#')) event.preventDefault();
              });
            }}
          />
        ) : (
          <p className="p-4 text-[14.5px] text-ink2">The page is being made …</p>
        )}
      </div>
    </div>
  );
}
