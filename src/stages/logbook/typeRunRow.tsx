'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Load } from '@/core/runs/load';
import { EntryOptions } from '@/ui/form/entryOptions';
import { TroubleNote, type Trouble } from '@/ui/form/troubleNote';
import { sendJson } from '@/ui/sendJson';
import { typedNumber } from '@/ui/typedNumber';
import { whoIsHere } from '@/ui/who';
import { troubleOf } from '../run/saveRun';

interface Field {
  name: string;
  label: string;
  width: string;
  optional?: boolean;
  text?: boolean;
}

const FIELDS: Field[] = [
  { name: 'setting', label: 'Fans', width: '4.8rem', text: true },
  { name: 'pass', label: 'Pass', width: '3.8rem' },
  { name: 'mount', label: 'Mount', width: '4.2rem' },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '5.4rem' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '5.6rem' },
  { name: 'cpuC', label: 'Die, °C', width: '5rem' },
  { name: 'ambientC', label: 'Room, °C', width: '5.2rem' },
  { name: 'powerW', label: 'Power, W', width: '4.8rem', optional: true },
  { name: 'rpm', label: 'rpm', width: '4.6rem', optional: true },
  { name: 'note', label: 'Note', width: '5.6rem', optional: true, text: true },
];

/** What stays for the next run of an evening: only the readings are new. */
const READINGS = ['noiseDb', 'cpuC', 'powerW', 'rpm', 'note', 'setting'];
const OTHER = 'other';

/** A heat load that a run can be typed at, as the method names it. */
export interface TypedLoad extends Load {
  key: string;
  label: string;
}

/** A line for runs without a log, made for the keyboard: Tab through, Enter saves and begins the next. */
export function TypeRunRow({
  roundUpId,
  entries,
  loads,
  onClose,
}: {
  roundUpId: number;
  entries: { entry: string; product: string }[];
  loads: TypedLoad[];
  onClose: () => void;
}) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [busy, setBusy] = useState(false);
  const [load, setLoad] = useState(loads[0]?.key ?? OTHER);
  const field = (name: string) => form.current!.elements.namedItem(name) as HTMLInputElement;

  function wrong(name: string, message: string): null {
    setTrouble({ kind: 'failed', message, field: name });
    field(name).focus();
    return null;
  }

  /** What stands in the line, or null where it was told what is wrong. */
  function typed(): Record<string, unknown> | null {
    const data = new FormData(form.current!);
    const body: Record<string, unknown> = { who: whoIsHere(), entry: data.get('entry') };
    const chosen = loads.find((other) => other.key === load);
    if (chosen) {
      const { loadW, loadName, gpuLoadW } = chosen;
      Object.assign(body, { loadW, loadName, gpuLoadW });
    } else {
      const watts = typedNumber(String(data.get('loadW') ?? ''));
      if (watts === null) return wrong('loadW', 'Load, W: a number was expected');
      body.loadW = watts;
    }
    for (const field of FIELDS) {
      const text = String(data.get(field.name) ?? '').trim();
      if (field.text) body[field.name] = text;
      else if (text === '' && field.optional) body[field.name] = null;
      else {
        const value = typedNumber(text);
        if (value === null)
          return wrong(
            field.name,
            `${field.label}: ${text === '' ? 'a number was expected' : `not a number: “${text}”`}`,
          );
        body[field.name] = value;
      }
    }
    return body;
  }

  async function save(sure: boolean) {
    const body = typed();
    if (!body) return;
    setBusy(true);
    const answer = await sendJson(`/api/round-ups/${roundUpId}/runs`, 'POST', { ...body, sure });
    setBusy(false);
    if (!answer.ok) return setTrouble(troubleOf(answer));
    setTrouble(null);
    toast(`Run ${String(answer.body.label)} is in the logbook`);
    for (const name of READINGS) field(name).value = '';
    field('setting').focus();
    router.refresh();
  }

  const box = 'w-full rounded border bg-raised px-2 py-1';
  const isWrong = (name: string) => trouble?.kind === 'failed' && trouble.field === name;
  const edge = (name: string) => (isWrong(name) ? 'border-bad' : 'border-hairline');
  return (
    <form
      ref={form}
      onSubmit={(event) => {
        event.preventDefault();
        void save(false);
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      className="mb-2 border-y border-hairline py-2 text-[14px]"
      aria-label="Type a run"
    >
      <div className="flex flex-wrap items-end gap-1.5">
        <label className="block w-34">
          <span className="label-text">Entry</span>
          <select name="entry" autoFocus className={`${box} border-hairline py-[5px]`}>
            <EntryOptions entries={entries} />
          </select>
        </label>
        <label className="block w-26">
          <span className="label-text">Load</span>
          <select
            className={`${box} border-hairline py-[5px]`}
            value={load}
            onChange={(event) => setLoad(event.target.value)}
          >
            {loads.map((load) => (
              <option key={load.key} value={load.key}>
                {load.label}
              </option>
            ))}
            <option value={OTHER}>other watts</option>
          </select>
        </label>
        {load === OTHER && (
          <label className="block w-20">
            <span className="label-text">Load, W</span>
            <input name="loadW" className={`${box} ${edge('loadW')} text-right`} inputMode="decimal" />
          </label>
        )}
        {FIELDS.map((field) => (
          <label key={field.name} className="block" style={{ width: field.width }}>
            <span className="label-text whitespace-nowrap">{field.label}</span>
            <input
              name={field.name}
              className={`${box} ${edge(field.name)} ${field.text ? '' : 'text-right'}`}
              inputMode={field.text ? 'text' : 'decimal'}
              defaultValue={field.name === 'pass' || field.name === 'mount' ? 1 : ''}
              aria-invalid={isWrong(field.name)}
            />
          </label>
        ))}
        <button className="act-button" disabled={busy}>
          Save
        </button>
        <button type="button" className="quiet-button" onClick={onClose}>
          Close
        </button>
      </div>
      {trouble && (
        <div className="pt-1.5">
          <TroubleNote trouble={trouble} busy={busy} onAgain={() => void save(trouble.kind === 'asked')} />
        </div>
      )}
    </form>
  );
}
