import { useState } from 'react';
import { TextField } from '@/ui/form/fields';
import type { ClipRow } from '@/lab/sound/soundPage';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** Whether a clip counts: set aside with its reason, used in spite of a fault, or let in again. */
export function CountsForm({
  row,
  onSay,
}: {
  row: ClipRow;
  /** Sends an edit and says so; whether it was taken. */
  onSay: (edit: Record<string, unknown>, words: string) => Promise<boolean>;
}) {
  const [reason, setReason] = useState('');
  const spoilt = row.faults.some(({ spoils }) => spoils);
  const send = async (edit: Record<string, unknown>, words: string) => {
    if (await onSay(edit, words)) setReason('');
  };
  return (
    <Form
      className="flex max-w-2xl items-end gap-3"
      onSend={() => {
        if (row.setAside) void send({ setAside: '' }, 'It counts again');
        else if (row.usedAnyway) void send({ usedAnyway: '' }, 'Left out again');
        else if (spoilt) void send({ usedAnyway: reason.trim() }, 'Used anyway');
        else void send({ setAside: reason.trim() }, 'Set aside');
      }}
    >
      {!row.setAside && !row.usedAnyway && (
        <span className="flex-1">
          <TextField
            label={spoilt ? 'Why it may be used anyway' : 'Why it is set aside'}
            value={reason}
            onValue={setReason}
          />
        </span>
      )}
      {(row.setAside || row.usedAnyway) && (
        <p className="flex-1 text-[14.5px]" dir="auto">
          {row.setAside ? `Set aside: ${row.setAside}` : `Used anyway: ${row.usedAnyway}`}
        </p>
      )}
      <Button type="submit" disabled={!row.setAside && !row.usedAnyway && reason.trim() === ''}>
        {row.setAside
          ? 'Let it count'
          : row.usedAnyway
            ? 'Leave it out'
            : spoilt
              ? 'Use it anyway'
              : 'Set aside'}
      </Button>
    </Form>
  );
}
