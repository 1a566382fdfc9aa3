'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { LabRun } from '@/core/runs/labRun';
import { typedNumber } from '@/ui/typedNumber';
import { setWho, whoIsHere } from '@/ui/who';
import { saveRun } from './saveRun';

type Open = 'aside' | 'note' | 'edit' | null;

interface Field {
  name: string;
  label: string;
  value: string | number | null;
  kind: 'text' | 'number';
  /** May stand empty. */
  optional?: boolean;
}

function fieldsOf(run: LabRun): Field[] {
  const typed: Field[] = run.hasTrace
    ? []
    : [
        { name: 'cpuC', label: 'Die, °C', value: run.typedCpuC, kind: 'number' },
        { name: 'powerW', label: 'Power, W', value: run.typedPowerW, kind: 'number', optional: true },
      ];
  const room: Field[] =
    !run.hasTrace || run.reduction.ambientSource === 'typed'
      ? [{ name: 'ambientC', label: 'Room, °C', value: run.typedAmbientC, kind: 'number' }]
      : [];
  return [
    { name: 'setting', label: 'Fans', value: run.setting, kind: 'text' },
    { name: 'loadW', label: 'Heat load, W', value: run.loadW, kind: 'number' },
    { name: 'mount', label: 'Mount', value: run.mount, kind: 'number' },
    { name: 'pass', label: 'Pass', value: run.pass, kind: 'number' },
    { name: 'noiseDb', label: 'Read, dB(A)', value: run.noiseDb, kind: 'number' },
    { name: 'floorDb', label: 'Room alone, dB(A)', value: run.floorDb, kind: 'number' },
    ...typed,
    ...room,
    { name: 'rpm', label: 'Fans, rpm', value: run.rpm, kind: 'number', optional: true },
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
export function RunActions({ roundUpId, run }: { roundUpId: number; run: LabRun }) {
  const router = useRouter();
  const [open, setOpen] = useState<Open>(null);
  const [failure, setFailure] = useState('');
  const [busy, setBusy] = useState(false);

  async function save(
    changes: Record<string, unknown>,
    done: string,
    undo: Record<string, unknown>,
    leave = false,
  ) {
    setBusy(true);
    const outcome = await saveRun(roundUpId, run.id, run.version, changes);
    setBusy(false);
    if (!outcome.saved) {
      setFailure(outcome.message);
      if (outcome.conflict) router.refresh();
      return;
    }
    setOpen(null);
    setFailure('');
    const takeBack = async () => {
      const back = await saveRun(roundUpId, run.id, outcome.version, undo);
      if (back.saved) toast(`Run ${run.label} is as it was`);
      else toast.error(back.message);
      router.refresh();
    };
    toast(done, { duration: 12_000, action: { label: 'Undo', onClick: () => void takeBack() } });
    if (leave) router.push(`/round-ups/${roundUpId}/logbook`);
    router.refresh();
  }

  const fields = fieldsOf(run);

  function submit(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const who = String(form.get('who') ?? '').trim();
    if (who) setWho(who);
    if (open === 'aside') {
      const reason = String(form.get('reason')).trim();
      if (!reason) return setFailure('A reason is needed: it stands in the logbook and in the report.');
      return void save({ setAside: reason }, `Run ${run.label} set aside`, { setAside: run.setAside });
    }
    if (open === 'note') {
      return void save({ note: String(form.get('note')) }, `Note of run ${run.label} saved`, {
        note: run.note,
      });
    }
    const read = changesOf(fields, form);
    if ('wrong' in read) return setFailure(read.wrong);
    const before = Object.fromEntries(fields.map((field) => [field.name, field.value]));
    return void save(read.changes, `Run ${run.label} changed`, before);
  }

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key === 'Escape') setOpen(null);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const field = 'w-full rounded border border-hairline bg-raised px-2 py-1';
  const toggle = (what: Exclude<Open, null>) => () => {
    setFailure('');
    setOpen(open === what ? null : what);
  };
  return (
    <div className="border-t border-hairline pt-3">
      <div className="flex flex-wrap gap-2 text-[14px]">
        {run.setAside ? (
          <button
            className="quiet-button"
            disabled={busy}
            onClick={() =>
              void save({ setAside: '' }, `Run ${run.label} counts again`, { setAside: run.setAside })
            }
          >
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
        <button
          className="quiet-button text-bad"
          disabled={busy}
          onClick={() => void save({ deleted: true }, `Run ${run.label} deleted`, { deleted: false }, true)}
        >
          Delete
        </button>
      </div>
      {open && (
        <form onSubmit={submit} className="space-y-2 pt-3 text-[14px]">
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
                maxLength={4000}
              />
            </label>
          )}
          {open === 'edit' && (
            <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
              {fields.map((of, i) => (
                <label key={of.name} className="block">
                  <span className="label-text">{of.label}</span>
                  <input
                    name={of.name}
                    autoFocus={i === 0}
                    className={field}
                    defaultValue={of.value ?? ''}
                    inputMode={of.kind === 'number' ? 'decimal' : 'text'}
                  />
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
      {failure && (
        <p role="alert" className="pt-2 text-[14px] text-bad">
          ▲ {failure}
        </p>
      )}
    </div>
  );
}
