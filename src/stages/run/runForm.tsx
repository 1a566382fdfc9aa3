'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, type FieldErrors, type Resolver } from 'react-hook-form';
import { object, string } from 'yup';
import type { LabRun } from '@/core/runs/labRun';
import { EntryOptions } from '@/ui/form/entryOptions';
import { useLeaveGuard } from '@/ui/form/useLeaveGuard';
import { setWho, whoIsHere } from '@/ui/who';
import { fieldChanges, fieldsSchema, fieldTexts, nestedValues, runFields, type RunEntry } from './runFields';
import { RunTrouble } from './runTrouble';
import type { RunSaving } from './useRunSave';

export type RunForm = 'aside' | 'note' | 'edit';
type Texts = Record<string, string>;

const REASON = object({
  reason: string().trim().default('').required('A reason is needed: the Logbook and the report print it.'),
});

const NOTE = object({ note: string().default('') });

const BOX = 'w-full rounded border border-hairline bg-raised px-2 py-1';

/** One form of a run: why it does not count, its note, or its fields. */
export function RunFormOpen({
  what,
  run,
  entries,
  more,
  people,
  saving,
  onClose,
}: {
  what: RunForm;
  run: LabRun;
  entries: RunEntry[];
  more: Readonly<Record<string, string>>;
  /** Of the lab. */
  people: string[];
  saving: RunSaving;
  onClose: () => void;
}) {
  const fields = runFields(run, entries, more);
  const schema = what === 'aside' ? REASON : what === 'note' ? NOTE : fieldsSchema(fields);
  const { register, handleSubmit, getValues, formState } = useForm<Texts>({
    resolver: yupResolver(schema) as Resolver<Texts>,
    defaultValues: { reason: '', note: run.note, who: whoIsHere(), ...fieldTexts(fields) },
  });
  useLeaveGuard(formState.isDirty);

  /** What the form asks for, with what says so and what takes it back. */
  function attempt(typed: Texts) {
    const { label } = run;
    if (what === 'aside')
      return {
        changes: { setAside: typed.reason!.trim() },
        done: `Run ${label} set aside`,
        undo: { setAside: run.setAside, asideAs: run.asideAs },
      };
    if (what === 'note')
      return { changes: { note: typed.note }, done: `Note of run ${label} saved`, undo: { note: run.note } };
    const undo = nestedValues(fields.map(({ name, value }) => [name, value] as const));
    return { changes: fieldChanges(fields, typed), done: `Run ${label} changed`, undo };
  }

  const send = () => {
    const who = getValues('who')?.trim();
    if (who) setWho(who);
    void saving.save({ ...attempt(getValues()), onSaved: onClose });
  };
  const refuse = (errors: FieldErrors<Texts>) => {
    const first = Object.values(errors)[0];
    saving.fail(typeof first?.message === 'string' ? first.message : '');
  };
  return (
    <>
      <form
        onSubmit={(event) => void handleSubmit(send, refuse)(event)}
        className="space-y-2 pt-3 text-[14px]"
      >
        {what === 'aside' && (
          <label className="block">
            <span className="label-text">Why it does not count</span>
            <input
              {...register('reason')}
              autoFocus
              className={BOX}
              placeholder="door slammed, paste had not spread …"
              maxLength={1000}
            />
          </label>
        )}
        {what === 'note' && (
          <label className="block">
            <span className="label-text">Note</span>
            <textarea {...register('note')} autoFocus rows={3} className={BOX} maxLength={1000} />
          </label>
        )}
        {what === 'edit' && (
          <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
            {fields.map((field, i) => (
              <label key={field.name} className={field.choices ? 'col-span-2 block' : 'block'}>
                <span className="label-text">{field.label}</span>
                {field.choices ? (
                  <select {...register(field.name)} className={BOX}>
                    <EntryOptions entries={field.choices} />
                  </select>
                ) : (
                  <input
                    {...register(field.name)}
                    autoFocus={i === 1}
                    className={BOX}
                    inputMode={field.kind === 'number' ? 'decimal' : 'text'}
                  />
                )}
              </label>
            ))}
          </div>
        )}
        <div className="flex items-end gap-2">
          <label className="block min-w-0 flex-1">
            <span className="label-text">Who</span>
            <input {...register('who')} className={BOX} maxLength={100} list="people" />
            <datalist id="people">
              {people.map((name) => (
                <option key={name} value={name} />
              ))}
            </datalist>
          </label>
          <button className="act-button" disabled={saving.busy}>
            Save
          </button>
        </div>
      </form>
      <div className="pt-2">
        <RunTrouble saving={saving} typed={() => attempt(getValues()).changes} onClose={onClose} />
      </div>
    </>
  );
}
