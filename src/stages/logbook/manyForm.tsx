'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useForm } from 'react-hook-form';
import { object, string } from 'yup';
import { EntryOptions } from '@/ui/form/entryOptions';
import { numberCell } from '@/ui/form/numberCell';

export type ManyWhat = 'setAside' | 'mount' | 'entry';

const SCHEMAS = {
  setAside: object({
    value: string().trim().default('').required('A reason is needed: it is saved with each run.'),
  }),
  mount: object({ value: numberCell('Mount') }),
  entry: object({ value: string().default('') }),
};

const BOX = 'h-[33px] rounded border border-hairline bg-raised px-2';

/** The one field that is changed of many runs. */
export function ManyForm({
  what,
  entries,
  busy,
  onSend,
  onWrong,
}: {
  what: ManyWhat;
  entries: { entry: string; product: string }[];
  busy: boolean;
  onSend: (typed: { value: string }) => void;
  onWrong: (message: string) => void;
}) {
  const { register, handleSubmit } = useForm({
    resolver: yupResolver(SCHEMAS[what]),
    defaultValues: { value: what === 'entry' ? (entries[0]?.entry ?? '') : '' },
  });
  return (
    <form
      onSubmit={(event) => void handleSubmit(onSend, ({ value }) => onWrong(value?.message ?? ''))(event)}
      className="flex flex-wrap items-center gap-2"
    >
      {what === 'setAside' && (
        <input
          {...register('value')}
          autoFocus
          maxLength={1000}
          aria-label="Why they do not count"
          placeholder="Why they do not count"
          className={`${BOX} w-80`}
        />
      )}
      {what === 'mount' && (
        <label className="flex items-center gap-2">
          They belong to mount
          <input {...register('value')} autoFocus inputMode="numeric" className={`${BOX} w-16 text-right`} />
        </label>
      )}
      {what === 'entry' && (
        <label className="flex items-center gap-2">
          They belong to
          <select {...register('value')} autoFocus className={`${BOX} max-w-72`}>
            <EntryOptions entries={entries} />
          </select>
        </label>
      )}
      <button className="act-button" disabled={busy}>
        Save
      </button>
    </form>
  );
}
