'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Question } from '@/core/brief/questions';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

/** No rig is chosen yet: whoever begins says which it is. */
const ASK = '?';

/** A round-up from nothing: its title, its question and its rig; the rest is decided in the brief. */
export function NewRoundUp({
  questions,
  rigs,
}: {
  questions: readonly { value: Question; label: string }[];
  rigs: { id: number; name: string }[];
}) {
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [question, setQuestion] = useState<Question>('coolers');
  const [rig, setRig] = useState(rigs.length > 0 ? ASK : '');
  const [rigName, setRigName] = useState('');
  const [fault, setFault] = useState<{ message: string; field?: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const errorOf = (field: string) => (fault?.field === field ? fault.message : undefined);

  async function begin(event: React.FormEvent) {
    event.preventDefault();
    if (rig === ASK) return setFault({ message: 'which rig is it measured on?', field: 'rig' });
    setBusy(true);
    const rigRevisionId = rig === '' ? null : Number(rig);
    const answer = await sendJson('/api/round-ups', 'POST', {
      who: whoIsHere(),
      title,
      question,
      rigRevisionId,
      rigName,
    });
    setBusy(false);
    if (!answer.ok) return setFault({ message: answer.message, field: answer.body.field as string });
    router.push(`/round-ups/${String(answer.body.id)}/brief`);
  }

  return (
    <form onSubmit={(event) => void begin(event)} className="space-y-2 pt-2">
      <TextField label="Title" value={title} onValue={setTitle} error={errorOf('title')} />
      <ChoiceField label="What is compared" value={question} options={questions} onValue={setQuestion} />
      <div className="grid grid-cols-2 gap-3">
        <ChoiceField
          label="On the rig"
          value={rig}
          options={[
            ...(rigs.length > 0 ? [{ value: ASK, label: 'choose …' }] : []),
            ...rigs.map((of) => ({ value: String(of.id), label: of.name })),
            { value: '', label: 'a new rig' },
          ]}
          onValue={setRig}
          error={errorOf('rig')}
        />
        {rig === '' && (
          <TextField
            label="Name of the new rig"
            value={rigName}
            onValue={setRigName}
            error={errorOf('rigName')}
          />
        )}
      </div>
      {fault && !fault.field && (
        <p role="alert" className="text-[14px] text-bad">
          ▲ {fault.message}
        </p>
      )}
      <button className="act-button" disabled={busy}>
        Begin
      </button>
    </form>
  );
}
