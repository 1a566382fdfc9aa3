'use client';

import { sentence } from '@/core/words';
import { useState } from 'react';
import { correctionWords } from '@/core/levels/levelCorrection';
import type { MeterOff } from '@/core/drift/meterOff';
import { plural } from '@/ui/marks/figures';
import { TextField } from '@/ui/form/fields';
import { useActs } from './useActs';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** What a meter read while it was off: corrected where it is known by how much, only on request; held where nobody knows. */
export function MeterPart({ roundUpId, meter }: { roundUpId: number; meter: MeterOff }) {
  const [reason, setReason] = useState('');
  const { act, failure, isSending } = useActs(roundUpId);
  const { open, corrected, unknown } = meter;
  if (open.length + corrected.length + unknown.length === 0) return null;
  const needsReason = open.length + corrected.length > 0 || unknown.some(({ held }) => held.length > 0);
  const isMute = isSending || reason.trim() === '';
  const send = async (wish: Parameters<typeof act>[0]) => {
    if (await act(wish)) setReason('');
  };
  return (
    <section
      aria-label="Read while the meter was off"
      className="max-w-3xl space-y-2.5 rounded-lg border border-hairline p-3"
    >
      <h3 className="font-display text-[16px] font-bold">Read while the meter was off</h3>
      <p className="text-[14.5px] text-ink2">
        Nothing is corrected until you press Correct. Runs keep their original readings; ± grows by the
        correction’s own.
      </p>
      {needsReason && (
        <TextField label="Why, as it is printed with the runs" value={reason} onValue={setReason} />
      )}
      {open.map(({ correction, runs }) => (
        <p key={correction.why} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <button
            type="button"
            className="act-button"
            disabled={isMute}
            onClick={() =>
              void send({ to: 'meter-corrections', what: 'correct', runs, reason, words: 'corrected' })
            }
          >
            Correct {plural(runs.length, 'run')} by {correctionWords(correction)}
          </button>
          <span className="text-[14.5px] text-ink2">
            <span className="text-warn">▲ </span>
            {sentence(correction.why)}.
          </span>
        </p>
      ))}
      {corrected.map(({ correction, runs }) => (
        <p key={correction.why} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span>
            {plural(runs.length, 'run is', 'runs are')} corrected by {correctionWords(correction)}
          </span>
          <span className="text-[14.5px] text-ink2" dir="auto">
            {sentence(correction.why)}.
          </span>
          <Button
            disabled={isMute}
            onClick={() =>
              void send({
                ...{ to: 'meter-corrections', what: 'take-back', runs, reason },
                words: 'back to what was read',
              })
            }
          >
            Undo correction
          </Button>
        </p>
      ))}
      {unknown.map(({ reason: why, counting, held }) => (
        <p key={why} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span>
            <span className="text-warn">▲ </span>
            {plural(counting.length + held.length, 'run')} cannot be corrected: {why}. Repeat those that
            matter.
          </span>
          {counting.length > 0 && (
            <Button
              disabled={isSending}
              onClick={() =>
                void act({
                  ...{ to: 'holds', what: 'hold', runs: counting, words: 'on hold' },
                  reason: `the meter: ${why}`,
                })
              }
            >
              Put {plural(counting.length, 'run')} on hold
            </Button>
          )}
          {held.length > 0 && (
            <Button
              disabled={isMute}
              onClick={() =>
                void send({ to: 'holds', what: 'free', runs: held, reason, words: 'count again' })
              }
            >
              Release {plural(held.length, 'run')}
            </Button>
          )}
        </p>
      ))}
      <Fault>{failure}</Fault>
    </section>
  );
}
