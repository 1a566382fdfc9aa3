'use client';

import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { notice } from '@/ui/frame/notice';
import { isByAirAlone, type BenchState } from '@/core/bench/benchState';
import { stopWords } from './live/phaseWords';
import { sendOrder, type Order } from './sendOrder';
import { useSpace } from './useSpace';
import { Button } from '@/ui/frame/button';

/** Steps that wait for hands as they are: there is nothing to pause. */
const WAITS: readonly BenchState['phase'][] = ['mount', 'cool-down', 'paused', 'done', 'stopped'];

interface Main {
  words: string;
  under: string;
  order: Order;
  /** Asked for before it is sent. */
  reason?: string | undefined;
}

function mainOf(state: BenchState): Main | null {
  switch (state.phase) {
    case 'mount':
      return {
        words: 'Mounted, continue',
        under: isByAirAlone(state)
          ? 'Hands and cables clear of the fans. The room is read first, then they come on.'
          : 'Covers on, hands and cables clear of the fans. The room is read first, then the load comes on.',
        order: { do: 'confirm' },
      };
    case 'probe':
      return {
        words: 'Take the reading',
        under: 'In the stream and clear of the blades; keep it still until the next place is named.',
        order: { do: 'confirm' },
      };
    case 'soak':
      if (isByAirAlone(state)) return null;
      return {
        words: 'Accept as settled',
        under: 'Earlier than the rule: a reason will be asked for and printed.',
        order: { do: 'overrule' },
        reason: 'Why is it settled already?',
      };
    case 'paused':
      return {
        words: 'Go on',
        under: isByAirAlone(state)
          ? 'This step begins anew.'
          : 'The load comes on again and this step begins anew: heat has gone meanwhile.',
        order: { do: 'confirm' },
      };
    case 'cool-down':
      return {
        words: 'Cooled, end this mount',
        under: 'Supply off and unplugged before hands go in.',
        order: { do: 'confirm' },
      };
    default:
      return null;
  }
}

function Key({ children }: { children: string }) {
  return (
    <kbd className="ml-auto rounded border border-current/40 px-1.5 font-sans text-[12.5px] font-normal">
      {children}
    </kbd>
  );
}

/** A line of text asked for beside the buttons: Enter sends, Escape takes back. */
function AskLine({
  label,
  send,
  late = '',
  onSend,
  onClose,
}: {
  label: string;
  send: string;
  /** Why it can no longer be sent; empty while it can. */
  late?: string;
  onSend: (text: string) => Promise<boolean>;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  async function submit(event: React.FormEvent) {
    event.preventDefault();
    if (text.trim() !== '' && late === '' && (await onSend(text.trim()))) onClose();
  }
  return (
    <form
      onSubmit={(event) => void submit(event)}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      className="space-y-2 rounded-md border border-act bg-raised p-3"
    >
      <label className="block text-[14px]">
        {label}
        <input
          ref={field}
          value={text}
          maxLength={1000}
          onChange={(event) => setText(event.target.value)}
          className="mt-1 w-full rounded border border-hairline bg-ground px-2 py-1 text-[15px]"
        />
      </label>
      {late && (
        <p role="status" className="text-[14px] text-warn">
          ▲ {late}
        </p>
      )}
      <div className="flex gap-2">
        <button className="act-button" disabled={text.trim() === '' || late !== ''}>
          {send}
        </button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  );
}

/** What can be pressed in the step in hand: one large thing, a note, and the load off. */
export function StepActions({ roundUpId, state }: { roundUpId: number; state: BenchState }) {
  const [asking, setAsking] = useState<{ what: 'reason' | 'note' | 'skip' | 'pause'; at: number } | null>(
    null,
  );
  const main = mainOf(state);
  const press = () => {
    if (!main) return;
    if (main.reason) setAsking({ what: 'reason', at: state.at });
    else void sendOrder(roundUpId, main.order);
  };
  const loadOff = () => void sendOrder(roundUpId, { do: 'abort' });
  useSpace(press);
  useHotkeys('n', () => setAsking({ what: 'note', at: state.at }), { preventDefault: true }, [state.at]);
  useHotkeys('x', loadOff, [roundUpId]);
  const maySkip = state.at < state.points.length && state.phase !== 'cool-down';
  const mayPause = !WAITS.includes(state.phase);
  useHotkeys('s', () => maySkip && setAsking({ what: 'skip', at: state.at }), { preventDefault: true }, [
    ...[state.at, maySkip],
  ]);
  useHotkeys('p', () => mayPause && setAsking({ what: 'pause', at: state.at }), { preventDefault: true }, [
    ...[state.at, mayPause],
  ]);
  async function send(order: Order, said: string): Promise<boolean> {
    const taken = await sendOrder(roundUpId, order);
    if (taken) notice.done(said);
    return taken;
  }
  // A reason belongs to the setting that it was asked for: once that is over, it is not sent.
  const late =
    (asking?.what === 'reason' && (!main?.reason || asking.at !== state.at)) ||
    (asking?.what === 'skip' && asking.at !== state.at);
  const isAsking = asking?.what ?? null;
  return (
    <div className="space-y-2.5">
      {main && isAsking !== 'reason' && (
        <>
          <button
            type="button"
            onClick={press}
            className="flex w-full cursor-pointer items-center gap-3 rounded-lg bg-act px-4 py-3.5 text-left text-[17px] font-semibold text-on-act"
          >
            {main.words} <Key>Space</Key>
          </button>
          <p className="label-text">{main.under}</p>
        </>
      )}
      {!main && <p className="text-[14.5px] text-ink2">Nothing to do: this step ends by itself.</p>}
      {isAsking === 'reason' && (
        <AskLine
          label="Why is it settled already?"
          send="Take it as settled"
          late={late ? 'That setting has ended by the rule: no reason is needed.' : ''}
          onSend={(text) =>
            send({ do: 'overrule', at: asking!.at, text }, 'Taken as settled; the reason goes with the run')
          }
          onClose={() => setAsking(null)}
        />
      )}
      {isAsking === 'note' && (
        <AskLine
          label="Note for this run"
          send="Keep the note"
          onSend={(text) => send({ do: 'note', text, at: asking!.at }, 'Note kept')}
          onClose={() => setAsking(null)}
        />
      )}
      {isAsking === 'skip' && (
        <AskLine
          label={`Why is ${state.points[asking!.at]?.setting ?? 'this setting'} skipped?`}
          send="Skip this setting"
          late={late ? 'That setting has ended: nothing is left to skip.' : ''}
          onSend={(text) => send({ do: 'skip', text, at: asking!.at }, 'Skipped; the plan keeps the reason')}
          onClose={() => setAsking(null)}
        />
      )}
      {isAsking === 'pause' && (
        <AskLine
          label={
            isByAirAlone(state) ? 'Why is it paused? The fans stop.' : 'Why is it paused? The load goes off.'
          }
          send="Pause"
          onSend={(text) =>
            send({ do: 'pause', text }, isByAirAlone(state) ? 'Paused' : 'Paused, with the load off')
          }
          onClose={() => setAsking(null)}
        />
      )}
      <div className="grid grid-cols-2 gap-2.5">
        <Small words="Note" keyName="n" onPress={() => setAsking({ what: 'note', at: state.at })} />
        <Small words={stopWords(state)} keyName="x" isBad onPress={loadOff} />
        {maySkip && (
          <Small words="Skip setting" keyName="s" onPress={() => setAsking({ what: 'skip', at: state.at })} />
        )}
        {mayPause && (
          <Small words="Pause" keyName="p" onPress={() => setAsking({ what: 'pause', at: state.at })} />
        )}
      </div>
    </div>
  );
}

function Small({
  words,
  keyName,
  isBad,
  onPress,
}: {
  words: string;
  keyName: string;
  isBad?: boolean;
  onPress: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onPress}
      className={`flex cursor-pointer items-center rounded-md border px-3.5 py-2.5 ${isBad ? 'border-bad text-bad' : 'border-hairline'}`}
    >
      {words} <Key>{keyName}</Key>
    </button>
  );
}
