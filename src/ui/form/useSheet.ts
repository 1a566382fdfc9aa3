'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { notice } from '@/ui/frame/notice';
import { threeWay } from '@/core/merge/threeWay';
import { UNDO_MS } from '../useAct';
import { useLeaveGuard } from './useLeaveGuard';
import { sendJson } from '../sendJson';
import { whoIsHere } from '../who';
import type { Trouble } from './troubleNote';

export interface KeptSheet<T> {
  version: number;
  body: T;
}

export interface SheetForm<T> {
  body: T;
  set: (body: T) => void;
  dirty: boolean;
  busy: boolean;
  trouble: Trouble | null;
  /** Saves what stands in the form, or the body given. True where it was saved. */
  save: (more?: { reason?: string; body?: T; said?: string }) => Promise<boolean>;
  /** The last save once more, from the notice. */
  again: () => void;
  /** Of a conflict: what stands here over what somebody else wrote, or theirs in its place. */
  writeMine: () => void;
  takeTheirs: () => void;
}

/** What is wrong with one field, as the server says; it is shown where the field stands. */
export function fieldFault<T>({ trouble }: SheetForm<T>, field: string): string | undefined {
  return trouble?.kind === 'failed' && trouble.field === field ? trouble.message : undefined;
}

interface Attempt<T> {
  body: T;
  reason: string;
  said: string;
  /** It is what stands in the form: what is typed while it is being saved goes on from there. */
  fromForm: boolean;
  /** What it was written from: what nobody else has changed of that is merged. */
  from: T;
}

/** Fields that two have written otherwise, as people call them. */
function named(overlaps: readonly string[]): string {
  const words = overlaps.map((path) =>
    path
      .split('.')
      .at(-1)!
      .replace(/([A-Z])/g, ' $1')
      .toLowerCase()
      .replace(/ (mm|cm|dba|c|w|s|pct)$/, ''),
  );
  return words.length > 0 ? `yours differs in ${[...new Set(words)].slice(0, 5).join(', ')}` : '';
}

/** What was saved, with whose changes it was put together, and what takes it back. */
function tellSaved(said: string, merged: string, takeBack: (() => void) | null): void {
  notice.done(merged === '' ? said : `${said}, with what ${merged} has changed meanwhile`, {
    duration: UNDO_MS,
    action: takeBack ? { label: 'Undo', onClick: takeBack } : undefined,
  });
}

/**
 * A sheet being written: keeps what was typed until it is saved, puts together what two have written of different fields, tells whoever
 * comes second on the same one and lets them decide, and offers to undo. One's own quick writes go one after the other. The form follows
 * the sheet on the server whenever nothing is typed; leaving with something typed asks.
 */
export function useSheet<T>(
  kind: string,
  owner: number,
  kept: KeptSheet<T>,
  more: { undo?: boolean; guard?: boolean } = {},
): SheetForm<T> {
  const router = useRouter();
  // What this page has saved or read itself, until the server's own copy comes.
  const [own, setOwn] = useState(kept);
  const seen = own.version > kept.version ? own : kept;
  // The form's values are the sheet as a whole: its fields set what they change of it.
  const form = useForm<{ sheet: unknown }>({ defaultValues: { sheet: kept.body } });
  const { isDirty } = form.formState;
  const typed = useWatch({ control: form.control, name: 'sheet' }) as T;
  /** What stands in the form was written on this: a later version is never written over unseen. */
  const [base, setBase] = useState<KeptSheet<T> | null>(null);
  // The last version that this page wrote: known before the page is drawn anew.
  const written = useRef(kept.version);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [theirs, setTheirs] = useState<KeptSheet<T> | null>(null);
  const [last, setLast] = useState<Attempt<T> | null>(null);

  /** One's own writes wait for each other: none meets the one before it half-way. */
  function write(version: number, attempt: Attempt<T>): Promise<number | null> {
    const turn = queue.current.then(() => send(version, attempt));
    queue.current = turn.catch(() => undefined);
    return turn;
  }

  /** `sent` is the body as it was before anything was merged with it, `merged` whose changes were. */
  async function send(
    version: number,
    attempt: Attempt<T>,
    { merged, sent } = { merged: '', sent: attempt.body },
  ): Promise<number | null> {
    const { body, reason, said, from } = attempt;
    setBusy(true);
    setLast(attempt);
    const undone = from;
    const answer = await sendJson<{ version: number; body: T; who: string; field: string }>(
      `/api/sheets/${kind}/${owner}`,
      'PATCH',
      {
        who: whoIsHere(),
        reason,
        version,
        body,
      },
    );
    setBusy(false);
    if (answer.status === 409) {
      const there = { version: Number(answer.body.version), body: answer.body.body! };
      const both = threeWay(from, there.body, body);
      // What this page itself wrote a moment ago gives way to what was typed after it.
      const isOwn = there.version === written.current;
      if (both.overlaps.length === 0 || isOwn) {
        const who = isOwn ? merged : (answer.body.who ?? '');
        const together = { ...attempt, body: both.body as T, from: there.body };
        return send(there.version, together, { merged: who, sent });
      }
      form.setValue('sheet', body, { shouldDirty: true });
      setBase({ version, body: from });
      setTheirs(there);
      setTrouble({ kind: 'conflict', who: answer.body.who ?? '', theirs: named(both.overlaps) });
      return null;
    }
    if (!answer.ok) {
      // Also what was saved from elsewhere than the form stays to be decided on.
      form.setValue('sheet', body, { shouldDirty: true });
      setBase({ version, body: from });
      const { field } = answer.body;
      setTrouble({
        kind: 'failed',
        message: answer.message,
        field,
        again: answer.status === 0 || answer.status >= 500,
      });
      return null;
    }
    setTrouble(null);
    setTheirs(null);
    const now = Number(answer.body.version);
    written.current = now;
    setOwn({ version: now, body });
    const latest = form.getValues('sheet') as T;
    // What was typed while it was being saved goes on, over what has come in.
    const goesOn = attempt.fromForm && JSON.stringify(latest) !== JSON.stringify(sent);
    form.reset({ sheet: body });
    if (goesOn) form.setValue('sheet', threeWay(sent, body, latest).body, { shouldDirty: true });
    setBase(goesOn ? { version: now, body } : null);
    // Saved by itself: nobody pressed, and nobody is told each time.
    if (said === '') {
      router.refresh();
      return now;
    }
    const takeBack = () =>
      void write(now, {
        ...{ body: undone, reason: reason && 'undone', said: 'Undone' },
        ...{ fromForm: false, from: body },
      });
    tellSaved(said, merged, more.undo === false || version === 0 ? null : takeBack);
    router.refresh();
    return now;
  }

  useLeaveGuard(base !== null && isDirty && more.guard !== false);

  // Where nothing is typed the sheet on the server is shown.
  const body = base === null ? seen.body : typed;
  return {
    body,
    set: (next) => {
      if (base === null) {
        form.reset({ sheet: seen.body });
      }
      // What comes in between a save and the page drawn anew (a photograph, a key) goes on from what was saved: nothing of it is lost.
      setBase((now) => now ?? { version: Math.max(seen.version, written.current), body: seen.body });
      form.setValue('sheet', next, { shouldDirty: true });
      if (trouble?.kind !== 'conflict') setTrouble(null);
    },
    dirty: base !== null && isDirty,
    busy,
    trouble,
    save: async ({ reason = '', body: given, said = 'Saved' } = {}) =>
      (await write((base ?? seen).version, {
        ...{ body: given ?? body, reason, said, from: (base ?? seen).body },
        fromForm: given === undefined && base !== null,
      })) !== null,
    again: () => {
      if (last) void write((base ?? seen).version, { ...last, body });
    },
    // Only what was changed here: what they wrote of other fields stays.
    writeMine: () => {
      if (!last || !theirs) return;
      const mine = threeWay((base ?? seen).body, theirs.body, body).body as T;
      form.setValue('sheet', mine, { shouldDirty: true });
      void write(theirs.version, { ...last, body: mine, from: theirs.body });
    },
    takeTheirs: () => {
      if (theirs?.body) setOwn({ version: theirs.version, body: theirs.body });
      form.reset({ sheet: (theirs ?? seen).body });
      setBase(null);
      setTheirs(null);
      setTrouble(null);
      router.refresh();
    },
  };
}
