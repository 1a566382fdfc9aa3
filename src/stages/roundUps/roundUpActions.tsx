'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { MOST } from '@/core/bounds';
import { lateResolver } from '@/ui/form/lateResolver';
import { HookText } from '@/ui/form/hookFields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

const resolver = lateResolver(() => import('./roundUpRules').then((file) => file.newTitle));

/** A title to be written, and the buttons that do something with it. */
function TitleForm({
  label,
  first,
  actions,
  onClose,
}: {
  label: string;
  first: string;
  /** Each gives back what stood in the way; empty where it was done. */
  actions: { name: string; act: (title: string) => Promise<string> }[];
  onClose: () => void;
}) {
  const { control, handleSubmit, setError, formState } = useForm({
    resolver,
    defaultValues: { title: first },
  });
  const run = (act: (title: string) => Promise<string>) =>
    handleSubmit(async ({ title }) => {
      const trouble = await act(title);
      if (trouble) setError('title', { message: trouble });
      else onClose();
    });
  return (
    <form
      className="flex flex-wrap items-end gap-2 pt-2"
      noValidate
      onSubmit={(event) => void run(actions[0]!.act)(event)}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className="w-full max-w-md">
        <HookText control={control} name="title" label={label} />
      </div>
      {actions.map(({ name, act }, i) => (
        <button
          key={name}
          type={i === 0 ? 'submit' : 'button'}
          className={i === 0 ? 'act-button' : 'quiet-button'}
          disabled={formState.isSubmitting}
          onClick={i === 0 ? undefined : (event) => void run(act)(event)}
        >
          {name}
        </button>
      ))}
      <Button onClick={onClose}>Leave it</Button>
    </form>
  );
}

/** What is done with a round-up as a whole: renamed, copied, archived, deleted. */
export function RoundUpActions({ id, title, archived }: { id: number; title: string; archived: boolean }) {
  const router = useRouter();
  const [open, setOpen] = useState<'rename' | 'copy' | null>(null);
  const url = `/api/round-ups/${id}`;

  const { act } = useAct();
  const change = (body: object, said: string, undo: object) =>
    act({ url, method: 'PATCH', body, said, undo: () => ({ url, method: 'PATCH', body: undo }) });

  async function rename(to: string): Promise<string> {
    const answer = await sendJson(url, 'PATCH', { title: to, was: title });
    if (answer.ok) router.refresh();
    return answer.ok ? '' : answer.message;
  }

  const copy = (withRuns: boolean) => async (to: string) => {
    const answer = await sendJson(`${url}/copy`, 'POST', { who: whoIsHere(), title: to, withRuns });
    if (answer.ok) router.push(`/round-ups/${String(answer.body.id)}/line-up`);
    return answer.ok ? '' : answer.message;
  };

  const link = 'cursor-pointer py-1 underline underline-offset-2';
  return (
    <div className="px-2 pb-3 text-[14px]">
      <p className="flex flex-wrap gap-x-4 text-ink2">
        <button type="button" className={link} onClick={() => setOpen('rename')}>
          Rename<span className="sr-only"> {title}</span>
        </button>
        <button type="button" className={link} onClick={() => setOpen('copy')}>
          Copy<span className="sr-only"> {title}</span>
        </button>
        <button
          type="button"
          className={link}
          onClick={() =>
            void change(
              { archived: !archived },
              archived ? `“${title}” is out of the archive` : `“${title}” is archived`,
              { archived },
            )
          }
        >
          {archived ? 'Take out of the archive' : 'Archive'}
          <span className="sr-only"> {title}</span>
        </button>
        <button
          type="button"
          className={link}
          onClick={() =>
            void change({ deleted: true }, `“${title}” is deleted; its runs stay in the lab`, {
              deleted: false,
            })
          }
        >
          Delete<span className="sr-only"> {title}</span>
        </button>
      </p>
      {open === 'rename' && (
        <TitleForm
          label="Its title"
          first={title}
          actions={[{ name: 'Rename', act: rename }]}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'copy' && (
        <TitleForm
          label="Title of the copy"
          first={`${title}, copy`.slice(0, MOST.title)}
          actions={[
            { name: 'Copy with its runs', act: copy(true) },
            { name: 'Copy without runs', act: copy(false) },
          ]}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  );
}
