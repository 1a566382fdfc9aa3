'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { hasDie, type LabRun } from '@/core/runs/labRun';
import { EntryOptions } from '@/ui/form/entryOptions';
import { typedNumber } from '@/ui/typedNumber';
import { setWho, whoIsHere } from '@/ui/who';
import { RunTrouble } from './runTrouble';
import { useRunSave } from './useRunSave';

export interface RunEntry {
  entry: string;
  product: string;
}

type Open = 'aside' | 'note' | 'edit' | null;

interface Field {
  name: string;
  label: string;
  value: string | number | null;
  kind: 'text' | 'number';
  /** May stand empty. */
  optional?: boolean;
  choices?: RunEntry[];
}

function fieldsOf(run: LabRun, entries: RunEntry[]): Field[] {
  // Without a log and a die it stands on what was read at places.
  const withDie = hasDie(run);
  const typed: Field[] =
    run.hasTrace || !withDie
      ? []
      : [
          { name: 'cpuC', label: 'Die, °C', value: run.typedCpuC, kind: 'number' },
          { name: 'powerW', label: 'Power, W', value: run.typedPowerW, kind: 'number', optional: true },
        ];
  const room: Field[] =
    withDie && (!run.hasTrace || run.reduction.ambientSource === 'typed')
      ? [{ name: 'ambientC', label: 'Room, °C', value: run.typedAmbientC, kind: 'number' }]
      : [];
  return [
    { name: 'entry', label: 'Entry', value: run.entry, kind: 'text', choices: entries },
    { name: 'setting', label: 'Fans', value: run.setting, kind: 'text' },
    { name: 'loadW', label: 'Heat load, W', value: run.loadW, kind: 'number' },
    { name: 'mount', label: 'Mount', value: run.mount, kind: 'number' },
    { name: 'pass', label: 'Pass', value: run.pass, kind: 'number' },
    { name: 'noiseDb', label: 'Read, dB(A)', value: run.noiseDb, kind: 'number' },
    { name: 'floorDb', label: 'Room alone, dB(A)', value: run.floorDb, kind: 'number' },
    ...typed,
    ...room,
    { name: 'rpm', label: 'Fans, rpm', value: run.rpm, kind: 'number', optional: true },
    { name: 'dutyPct', label: 'Duty, %', value: run.dutyPct, kind: 'number', optional: true },
  ];
}

/** What the fields hold now, as changes; or the first field that is no number. */
function changesOf(
  fields: readonly Field[],
  form: FormData,
): { changes: Record<string, unknown> } | { wrong: string } {
  const changes: Record<string, unknown> = {};
  for (const field of fields) {
    const text = String(form.get(field.name) ?? '').trim();
    if (field.kind === 'text') changes[field.name] = text;
    else if (text === '' && field.optional) changes[field.name] = null;
    else {
      const value = typedNumber(text);
      if (value === null) return { wrong: `${field.label}: not a number: “${text}”` };
      changes[field.name] = value;
    }
  }
  return { changes };
}

/** What a reviewer does to a run by hand. Each step can be undone from the message that confirms it. */
export function RunActions({
  roundUpId,
  run,
  entries,
}: {
  roundUpId: number;
  run: LabRun;
  entries: RunEntry[];
}) {
  const router = useRouter();
  const [open, setOpen] = useState<Open>(null);
  const form = useRef<HTMLFormElement>(null);
  const saving = useRunSave(roundUpId, run);
  const { busy, save, fail, clear } = saving;
  const fields = fieldsOf(run, entries);
  const close = () => setOpen(null);

  /** What the open form asks for, or the reason why it cannot be sent yet. */
  function attempt():
    { changes: Record<string, unknown>; done: string; undo: Record<string, unknown> } | string {
    const data = new FormData(form.current!);
    const who = String(data.get('who') ?? '').trim();
    if (who) setWho(who);
    if (open === 'aside') {
      const reason = String(data.get('reason')).trim();
      if (!reason) return 'A reason is needed: it stands in the logbook and in the report.';
      return {
        changes: { setAside: reason },
        done: `Run ${run.label} set aside`,
        undo: { setAside: run.setAside },
      };
    }
    if (open === 'note')
      return {
        changes: { note: String(data.get('note')) },
        done: `Note of run ${run.label} saved`,
        undo: { note: run.note },
      };
    const read = changesOf(fields, data);
    if ('wrong' in read) return read.wrong;
    const undo = Object.fromEntries(fields.map((field) => [field.name, field.value]));
    return { changes: read.changes, done: `Run ${run.label} changed`, undo };
  }

  function submit(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const wanted = attempt();
    if (typeof wanted === 'string') return fail(wanted);
    void save({ ...wanted, onSaved: close });
  }

  /** From the notice: what stands in the form now is what is meant. */
  const typed = () => {
    const wanted = open ? attempt() : undefined;
    return typeof wanted === 'object' ? wanted.changes : undefined;
  };
  const takeBack = () =>
    save({
      changes: { setAside: '' },
      done: `Run ${run.label} counts again`,
      undo: { setAside: run.setAside },
      onSaved: close,
    });
  const remove = () =>
    save({
      changes: { deleted: true },
      done: `Run ${run.label} deleted`,
      undo: { deleted: false },
      onSaved: () => router.push(`/round-ups/${roundUpId}/logbook`),
    });

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key === 'Escape') setOpen(null);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const field = 'w-full rounded border border-hairline bg-raised px-2 py-1';
  const toggle = (what: Exclude<Open, null>) => () => {
    clear();
    setOpen(open === what ? null : what);
  };
  return (
    <div className="border-t border-hairline pt-3">
      <div className="flex flex-wrap gap-2 text-[14px]">
        {run.setAside ? (
          <button className="quiet-button" disabled={busy} onClick={() => void takeBack()}>
            Take back
          </button>
        ) : (
          <button className="quiet-button" aria-expanded={open === 'aside'} onClick={toggle('aside')}>
            Set aside
          </button>
        )}
        <button className="quiet-button" aria-expanded={open === 'note'} onClick={toggle('note')}>
          Note
        </button>
        <button className="quiet-button" aria-expanded={open === 'edit'} onClick={toggle('edit')}>
          Edit
        </button>
        <button className="quiet-button text-bad" disabled={busy} onClick={() => void remove()}>
          Delete
        </button>
      </div>
      {open && (
        <form ref={form} onSubmit={submit} className="space-y-2 pt-3 text-[14px]">
          {open === 'aside' && (
            <label className="block">
              <span className="label-text">Why it does not count</span>
              <input
                name="reason"
                autoFocus
                className={field}
                placeholder="door slammed, paste had not spread …"
                maxLength={1000}
              />
            </label>
          )}
          {open === 'note' && (
            <label className="block">
              <span className="label-text">Note</span>
              <textarea
                name="note"
                autoFocus
                rows={3}
                className={field}
                defaultValue={run.note}
                maxLength={1000}
              />
            </label>
          )}
          {open === 'edit' && (
            <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
              {fields.map((other, i) => (
                <label key={other.name} className={other.choices ? 'col-span-2 block' : 'block'}>
                  <span className="label-text">{other.label}</span>
                  {other.choices ? (
                    <select name={other.name} className={field} defaultValue={other.value ?? ''}>
                      <EntryOptions entries={other.choices} />
                    </select>
                  ) : (
                    <input
                      name={other.name}
                      autoFocus={i === 1}
                      className={field}
                      defaultValue={other.value ?? ''}
                      inputMode={other.kind === 'number' ? 'decimal' : 'text'}
                    />
                  )}
                </label>
              ))}
            </div>
          )}
          <div className="flex items-end gap-2">
            <label className="block min-w-0 flex-1">
              <span className="label-text">Who</span>
              <input name="who" className={field} defaultValue={whoIsHere()} maxLength={100} />
            </label>
            <button className="act-button" disabled={busy}>
              Save
            </button>
          </div>
        </form>
      )}
      <div className="pt-2">
        <RunTrouble saving={saving} typed={typed} onClose={close} />
      </div>
    </div>
  );
}
