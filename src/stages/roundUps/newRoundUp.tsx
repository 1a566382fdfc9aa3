'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useForm, useWatch } from 'react-hook-form';
import { object, string } from 'yup';
import { MOST } from '@/core/bounds';
import type { Question } from '@/core/brief/questions';
import { HookChoice, HookText } from '@/ui/form/hookFields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

/** No rig is chosen yet: whoever begins says which it is. */
const ASK = '?';
const NEW_RIG = 'new';

const schema = object({
  title: string().trim().required('the round-up needs a title').max(MOST.title, 'at most ${max} characters'),
  question: string<Question>().required(),
  rig: string().required().notOneOf([ASK], 'which rig is it measured on?'),
  rigName: string()
    .trim()
    .max(100, 'at most ${max} characters')
    .default('')
    .when('rig', ([rig], field) => (rig === NEW_RIG ? field.required('the rig needs a name') : field)),
});

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
    resolver: yupResolver(schema),
    defaultValues: {
      title: '',
      question: 'coolers' as Question,
      rig: rigs.length > 0 ? ASK : NEW_RIG,
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
            ...(rigs.length > 0 ? [{ value: ASK, label: 'choose …' }] : []),
            ...rigs.map(({ id, name }) => ({ value: String(id), label: name })),
            { value: NEW_RIG, label: 'a new rig' },
          ]}
        />
        {rig === NEW_RIG && <HookText control={control} name="rigName" label="Name of the new rig" />}
      </div>
      {failure && (
        <p role="alert" className="text-[14px] text-bad">
          ▲ {failure}
        </p>
      )}
      <button className="act-button" disabled={formState.isSubmitting}>
        Begin
      </button>
    </form>
  );
}
