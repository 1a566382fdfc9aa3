'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { toast } from 'sonner';
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
}

/** Names of the parts in which two sheets differ, for the notice of a conflict. */
function differing(mine: unknown, theirs: unknown): string {
  const parts = (other: unknown) =>
    typeof other === 'object' && other !== null ? (other as Record<string, unknown>) : {};
  const [a, b] = [parts(mine), parts(theirs)];
  const names = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (name) => JSON.stringify(a[name]) !== JSON.stringify(b[name]),
  );
  const words = names.map((name) =>
    name
      .replace(/([A-Z])/g, ' $1')
      .toLowerCase()
      .replace(/ (mm|cm|dba|c|w|s|pct)$/, ''),
  );
  return words.length > 0 ? `yours differs in ${words.slice(0, 5).join(', ')}` : '';
}

/**
 * A sheet being written: keeps what was typed until it is saved, tells whoever comes second and lets them decide, and
 * offers to undo. The form follows the sheet on the server whenever nothing is typed.
 */
export function useSheet<T>(
  kind: string,
  owner: number,
  kept: KeptSheet<T>,
  more: { undo?: boolean } = {},
): SheetForm<T> {
  const router = useRouter();
  // What this page has saved or read itself, until the server's own copy comes.
  const [own, setOwn] = useState(kept);
  const seen = own.version > kept.version ? own : kept;
  // The form's values are the sheet as a whole: its fields set what they change of it.
  const form = useForm<{ sheet: unknown }>({ defaultValues: { sheet: kept.body } });
  const { isDirty } = form.formState;
  const typed = useWatch({ control: form.control, name: 'sheet' }) as T;
  /** The version that what stands in the form was written on: a later one is never written over unseen. */
  const [base, setBase] = useState<number | null>(null);
  // The last version that this page wrote: known before the page is drawn anew.
  const written = useRef(kept.version);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [theirs, setTheirs] = useState<KeptSheet<T> | null>(null);
  const [last, setLast] = useState<Attempt<T> | null>(null);

  async function write(version: number, attempt: Attempt<T>): Promise<number | null> {
    const { body, reason, said } = attempt;
    setBusy(true);
    setLast(attempt);
    const undone = seen.body;
    const answer = await sendJson(`/api/sheets/${kind}/${owner}`, 'PATCH', {
      who: whoIsHere(),
      reason,
      version,
      body,
    });
    setBusy(false);
    if (!answer.ok) {
      // Also what was saved from elsewhere than the form stays to be decided on.
      form.setValue('sheet', body, { shouldDirty: true });
      setBase(version);
      if (answer.status === 409) {
        const there = { version: Number(answer.body.version), body: answer.body.body as T };
        setTheirs(there);
        setTrouble({
          kind: 'conflict',
          who: String(answer.body.who ?? ''),
          theirs: differing(body, there.body),
        });
      } else {
        const field = answer.body.field as string | undefined;
        setTrouble({
          kind: 'failed',
          message: answer.message,
          field,
          again: answer.status === 0 || answer.status >= 500,
        });
      }
      return null;
    }
    setTrouble(null);
    setTheirs(null);
    const now = Number(answer.body.version);
    written.current = now;
    setOwn({ version: now, body });
    const latest = form.getValues('sheet') as T;
    const goesOn = attempt.fromForm && JSON.stringify(latest) !== JSON.stringify(body);
    form.reset({ sheet: body });
    if (goesOn) form.setValue('sheet', latest, { shouldDirty: true });
    setBase(goesOn ? now : null);
    // Saved by itself: nobody pressed, and nobody is told each time.
    if (said === '') {
      router.refresh();
      return now;
    }
    toast.success(said, {
      action:
        more.undo === false || version === 0
          ? undefined
          : {
              label: 'Undo',
              onClick: () =>
                void write(now, {
                  ...{ body: undone, reason: reason && 'taken back', said: 'Taken back' },
                  fromForm: false,
                }),
            },
    });
    router.refresh();
    return now;
  }

  // Where nothing is typed the sheet on the server is shown.
  const body = base === null ? seen.body : typed;
  return {
    body,
    set: (next) => {
      if (base === null) {
        form.reset({ sheet: seen.body });
      }
      // What comes in between a save and the page drawn anew (a photograph, a key) goes on from what was saved: nothing of it is lost.
      setBase((now) => now ?? Math.max(seen.version, written.current));
      form.setValue('sheet', next, { shouldDirty: true });
      if (trouble?.kind !== 'conflict') setTrouble(null);
    },
    dirty: base !== null && isDirty,
    busy,
    trouble,
    save: async ({ reason = '', body: given, said = 'Saved' } = {}) =>
      (await write(base ?? seen.version, {
        ...{ body: given ?? body, reason, said },
        fromForm: given === undefined && base !== null,
      })) !== null,
    again: () => {
      if (last) void write(base ?? seen.version, { ...last, body });
    },
    writeMine: () => {
      if (last && theirs) void write(theirs.version, { ...last, body });
    },
    takeTheirs: () => {
      if (theirs?.body) setOwn(theirs);
      form.reset({ sheet: (theirs ?? seen).body });
      setBase(null);
      setTheirs(null);
      setTrouble(null);
      router.refresh();
    },
  };
}
