'use client';

import { useRouter } from 'next/navigation';
import { useForm, useWatch } from 'react-hook-form';
import type { Question } from '@/core/brief/questions';
import { lateResolver } from '@/ui/form/lateResolver';
import { HookChoice, HookText } from '@/ui/form/hookFields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { ASK_RIG, NEW_RIG } from './rigChoice';
import { Fault } from '@/ui/form/fault';

const resolver = lateResolver(() => import('./roundUpRules').then((file) => file.newRoundUp));

/** A round-up from nothing: its title, its question and its rig; the rest is decided in the brief. */
export function NewRoundUp({
  questions,
  rigs,
}: {
  questions: readonly { value: Question; label: string }[];
  rigs: { id: number; name: string }[];
}) {
  const router = useRouter();
  const { control, handleSubmit, setError, formState } = useForm({
    resolver,
    defaultValues: {
      title: '',
      question: 'coolers' as Question,
      rig: rigs.length > 0 ? ASK_RIG : NEW_RIG,
      rigName: '',
    },
  });
  const rig = useWatch({ control, name: 'rig' });
  const failure = formState.errors.root?.message;

  const begin = handleSubmit(async ({ title, question, rig: chosen, rigName }) => {
    const rigRevisionId = chosen === NEW_RIG ? null : Number(chosen);
    const body = { who: whoIsHere(), title, question, rigRevisionId, rigName };
    const answer = await sendJson('/api/round-ups', 'POST', body);
    if (answer.ok) return router.push(`/round-ups/${String(answer.body.id)}/brief`);
    const field = answer.body.field;
    setError(field === 'title' || field === 'rigName' ? field : 'root', { message: answer.message });
  });

  return (
    <form onSubmit={(event) => void begin(event)} className="space-y-2 pt-2" noValidate>
      <HookText control={control} name="title" label="Title" />
      <HookChoice control={control} name="question" label="What is compared" options={questions} />
      <div className="grid grid-cols-2 gap-3">
        <HookChoice
          control={control}
          name="rig"
          label="On the rig"
          options={[
            ...(rigs.length > 0 ? [{ value: ASK_RIG, label: 'choose …' }] : []),
            ...rigs.map(({ id, name }) => ({ value: String(id), label: name })),
            { value: NEW_RIG, label: 'a new rig' },
          ]}
        />
        {rig === NEW_RIG && <HookText control={control} name="rigName" label="Name of the new rig" />}
      </div>
      <Fault>{failure}</Fault>
      <button className="act-button" disabled={formState.isSubmitting}>
        Begin
      </button>
    </form>
  );
}
