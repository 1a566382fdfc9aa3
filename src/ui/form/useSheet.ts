'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { sendJson } from '../sendJson';
import { whoIsHere } from '../who';

export interface KeptSheet<T> {
  version: number;
  body: T;
}

export interface SheetFault {
  message: string;
  field?: string;
}

export interface SheetForm<T> {
  body: T;
  set: (body: T) => void;
  dirty: boolean;
  busy: boolean;
  fault: SheetFault | null;
  /** Saves what stands in the form, or the body given. True where it was saved. */
  save: (more?: { reason?: string; body?: T; said?: string }) => Promise<boolean>;
}

/**
 * A sheet being written: keeps what was typed until it is saved, tells whoever comes second, and offers to undo. The
 * form follows the sheet on the server whenever nothing is typed.
 */
export function useSheet<T>(
  kind: string,
  owner: number,
  kept: KeptSheet<T>,
  more: { undo?: boolean } = {},
): SheetForm<T> {
  const router = useRouter();
  const [draft, setDraft] = useState<T | null>(null);
  // What this page has saved itself, until the server's own copy comes.
  const [own, setOwn] = useState(kept);
  const seen = own.version > kept.version ? own : kept;
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<SheetFault | null>(null);

  async function write(version: number, body: T, reason: string, said: string): Promise<number | null> {
    setBusy(true);
    const answer = await sendJson(`/api/sheets/${kind}/${owner}`, 'PATCH', {
      who: whoIsHere(),
      reason,
      version,
      body,
    });
    setBusy(false);
    if (!answer.ok) {
      const who = String(answer.body.who ?? '') || 'somebody';
      const message =
        answer.status === 409
          ? `Meanwhile ${who} has changed this. Nothing was overwritten and what you typed is still here: reload to see theirs.`
          : answer.message;
      setFault({ message, field: answer.body.field as string | undefined });
      if (!answer.body.field) toast.error(message);
      return null;
    }
    setFault(null);
    const now = Number(answer.body.version);
    setOwn({ version: now, body });
    setDraft(null);
    const undone = seen.body;
    toast.success(said, {
      action:
        more.undo === false || version === 0
          ? undefined
          : {
              label: 'Undo',
              onClick: () => void write(now, undone, reason && 'taken back', 'Taken back'),
            },
    });
    router.refresh();
    return now;
  }

  const body = draft ?? seen.body;
  return {
    body,
    set: (next) => {
      setDraft(next);
      setFault(null);
    },
    dirty: draft !== null && JSON.stringify(draft) !== JSON.stringify(seen.body),
    busy,
    fault,
    save: async ({ reason = '', body: given, said = 'Saved' } = {}) =>
      (await write(seen.version, given ?? body, reason, said)) !== null,
  };
}
