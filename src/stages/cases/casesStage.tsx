'use client';

import type { CasesView } from '@/lab/lineUp/cases';
import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, string } from 'yup';
import { plural } from '@/ui/marks/figures';
import { HookText } from '@/ui/form/hookFields';
import { whoIsHere } from '@/ui/who';
import { CaseForm } from './caseForm';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

type CaseItem = CasesView['cases'][number];

const schema = object({ name: string().trim().default('').required('the case needs a name') });

/** The cases of the lab: layouts are held to them, and coolers are told where they do not go in. */
export function CasesStage({ cases, unnoted }: { cases: CaseItem[]; unnoted: string[] }) {
  const { control, handleSubmit, reset, setError } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { name: '' },
  });

  const adding = useAct('page');
  const removing = useAct();

  async function add(name: string) {
    const answer = await adding.act({
      url: '/api/cases',
      body: { who: whoIsHere(), name },
      said: `${name} is kept, with the places of a usual case: set them right`,
    });
    if (answer.ok) reset();
    else setError('name', { message: answer.message });
  }

  const remove = ({ id, body }: CaseItem) =>
    removing.act({ url: `/api/cases/${id}`, method: 'DELETE', said: `${body.name} is not kept any more` });

  return (
    <div className="space-y-6">
      {cases.length === 0 && (
        <p className="max-w-160">
          No cases yet. A case says where fans go and how much room there is: a layout with a fan in a place
          that it lacks is refused, and coolers that are too tall are marked.
        </p>
      )}
      {cases.map((item) => (
        <section key={item.id} aria-label={item.body.name} className="border-b border-hairline pb-5">
          <div className="flex flex-wrap items-baseline gap-3 pb-2">
            <h2 className="font-display text-[18px] font-bold" dir="auto">
              {item.body.name}
            </h2>
            <span className="text-[14px] text-ink2">
              {item.roundUps > 0
                ? `${plural(item.roundUps, 'round-up')} measured in it`
                : 'nothing measured in it'}
            </span>
            <Button className="ml-auto text-bad" onClick={() => void remove(item)}>
              Delete case
            </Button>
          </div>
          <CaseForm id={item.id} kept={item} />
        </section>
      ))}
      {unnoted.length > 0 && (
        <section aria-label="Cases without a sheet" className="space-y-1">
          <p className="text-[14px] text-ink2">Rigs name these cases, which have no sheet yet:</p>
          <p className="flex flex-wrap gap-2">
            {unnoted.map((name) => (
              <Button key={name} onClick={() => void add(name)}>
                Keep “{name}”
              </Button>
            ))}
          </p>
        </section>
      )}
      <form
        className="flex max-w-120 items-end gap-2"
        onSubmit={(event) => void handleSubmit(({ name }) => add(name))(event)}
      >
        <div className="flex-1">
          <HookText control={control} name="name" label="Another case" />
        </div>
        <button className="act-button">Keep it</button>
      </form>
    </div>
  );
}
