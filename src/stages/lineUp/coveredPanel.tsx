'use client';

import { useState } from 'react';
import { EntryMark } from '@/ui/marks/entryMark';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** An entry under its cover: what it is stays with the lab until somebody asks for it. */
export function CoveredPanel({
  roundUpId,
  item,
  place,
  onSeen,
}: {
  roundUpId: number;
  item: LineUpItem;
  place: number;
  onSeen: (item: LineUpItem) => void;
}) {
  const [fault, setFault] = useState('');

  async function look() {
    const answer = await fetch(`/api/round-ups/${roundUpId}/entries/${item.entryId}`).catch(() => null);
    if (!answer?.ok) return setFault('The lab does not answer. Is it still running?');
    onSeen((await answer.json()) as LineUpItem);
  }

  return (
    <aside
      className="shrink-0 space-y-3 border-hairline lg:w-[430px] lg:border-l lg:pl-6"
      aria-label={item.shownName}
    >
      <div className="flex items-center gap-2">
        <EntryMark position={place} />
        <h3 className="font-display truncate text-[18px] font-bold" dir="auto" title={item.shownName}>
          {item.shownName}
        </h3>
      </div>
      <p className="max-w-prose text-[14px] text-ink2">
        Covered. No page and no file names the product; its fans, sample and particulars are behind the cover.
      </p>
      <Button onClick={() => void look()}>Look behind the cover</Button>
      <Fault>{fault}</Fault>
    </aside>
  );
}
