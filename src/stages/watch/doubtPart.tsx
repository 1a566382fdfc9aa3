'use client';

import { useState } from 'react';
import type { DoubtNotice } from '@/core/drift/inDoubt';
import { plural } from '@/ui/marks/figures';
import { TextField } from '@/ui/form/fields';
import { dayOf, doubtWords } from './doubtWords';
import { useActs, type RunBriefs } from './useActs';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** What is done with the runs that a broken control puts in doubt. */
export function DoubtPart({ roundUpId, doubt }: { roundUpId: number; doubt: DoubtNotice }) {
  const [reason, setReason] = useState('');
  const { act, failure, isSending } = useActs(roundUpId);
  const isMute = isSending || reason.trim() === '';

  async function release(what: 'free' | 'set-aside', runs: RunBriefs, words: string) {
    if (await act({ to: 'holds', what, runs, words, reason })) setReason('');
  }

  return (
    <section aria-label="Suspect runs" className="max-w-3xl space-y-2 rounded-lg border border-warn p-3">
      <p dir="auto">
        <span className="text-warn">▲ </span>
        {doubtWords(doubt)}
      </p>
      {doubt.counting.length > 0 && (
        <p>
          <button
            type="button"
            className="act-button"
            disabled={isSending}
            onClick={() =>
              void act({
                ...{ to: 'holds', what: 'hold', runs: doubt.counting, words: 'on hold' },
                reason: `the control ${doubt.product} was out of range on ${dayOf(doubt.brokeMs)}`,
              })
            }
          >
            Put {plural(doubt.counting.length, 'run')} on hold
          </button>{' '}
          <span className="text-[14.5px] text-ink2">
            They leave all curves until released; nothing is deleted.
          </span>
        </p>
      )}
      {doubt.held.length > 0 && (
        <div className="flex flex-wrap items-end gap-3">
          <span className="min-w-56 flex-1">
            <TextField
              label={
                doubt.goodAgainMs === null
                  ? 'Why release them or set them aside before a good control'
                  : 'Why release them or set them aside'
              }
              value={reason}
              onValue={setReason}
            />
          </span>
          <Button disabled={isMute} onClick={() => void release('free', doubt.held, 'count again')}>
            Release {plural(doubt.held.length, 'run')}
          </Button>
          <Button disabled={isMute} onClick={() => void release('set-aside', doubt.held, 'set aside')}>
            Set aside for good
          </Button>
        </div>
      )}
      <Fault>{failure}</Fault>
    </section>
  );
}
