'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { sendJson } from '@/ui/sendJson';
import { typedNumber } from '@/ui/typedNumber';
import { whoIsHere } from '@/ui/who';

interface Field {
  name: string;
  label: string;
  width: string;
  optional?: boolean;
  text?: boolean;
}

const FIELDS: Field[] = [
  { name: 'loadW', label: 'Load, W', width: '5.5rem' },
  { name: 'setting', label: 'Fans', width: '5.5rem', text: true },
  { name: 'pass', label: 'Pass', width: '3.8rem' },
  { name: 'mount', label: 'Mount', width: '4.2rem' },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '6rem' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '6rem' },
  { name: 'cpuC', label: 'Die, °C', width: '5rem' },
  { name: 'ambientC', label: 'Room, °C', width: '5.2rem' },
  { name: 'powerW', label: 'Power, W', width: '5.2rem', optional: true },
  { name: 'rpm', label: 'rpm', width: '4.6rem', optional: true },
  { name: 'note', label: 'Note', width: '6.5rem', optional: true, text: true },
];

/** What stays for the next run of an evening: only the readings are new. */
const READINGS = ['noiseDb', 'cpuC', 'powerW', 'rpm', 'note', 'setting'];

/** A line for runs without a log, made for the keyboard: Tab through, Enter saves and begins the next. */
export function TypeRunRow({
  roundUpId,
  entries,
  loadW,
  onClose,
}: {
  roundUpId: number;
  entries: { entry: string; product: string }[];
  loadW: number;
  onClose: () => void;
}) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const [failure, setFailure] = useState<{ message: string; field?: string } | null>(null);
  const [busy, setBusy] = useState(false);

  async function submit(event: React.FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const data = new FormData(event.currentTarget);
    const body: Record<string, unknown> = { who: whoIsHere(), entry: data.get('entry') };
    for (const field of FIELDS) {
      const text = String(data.get(field.name) ?? '').trim();
      if (field.text) {
        body[field.name] = text;
        continue;
      }
      if (text === '' && field.optional) {
        body[field.name] = null;
        continue;
      }
      const value = typedNumber(text);
      if (value === null) {
        setFailure({
          message:
            text === '' ? `${field.label}: a number was expected` : `${field.label}: not a number: “${text}”`,
          field: field.name,
        });
        (form.current!.elements.namedItem(field.name) as HTMLInputElement).focus();
        return;
      }
      body[field.name] = value;
    }
    setBusy(true);
    const answer = await sendJson(`/api/round-ups/${roundUpId}/runs`, 'POST', body);
    setBusy(false);
    if (!answer.ok) {
      setFailure({ message: answer.message, field: answer.body.field as string | undefined });
      return;
    }
    setFailure(null);
    toast(`Run ${String(answer.body.label)} is in the logbook`);
    for (const name of READINGS) (form.current!.elements.namedItem(name) as HTMLInputElement).value = '';
    (form.current!.elements.namedItem('setting') as HTMLInputElement).focus();
    router.refresh();
  }

  const box = 'w-full rounded border bg-raised px-2 py-1';
  const edge = (name: string) => (failure?.field === name ? 'border-bad' : 'border-hairline');
  return (
    <form
      ref={form}
      onSubmit={(event) => void submit(event)}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      className="mb-2 border-y border-hairline py-2 text-[14px]"
      aria-label="Type a run"
    >
      <div className="flex flex-wrap items-end gap-1.5">
        <label className="block w-38">
          <span className="label-text">Entry</span>
          <select name="entry" autoFocus className={`${box} border-hairline py-[5px]`}>
            {entries.map((of) => (
              <option key={of.entry} value={of.entry}>
                {of.product}
              </option>
            ))}
          </select>
        </label>
        {FIELDS.map((field) => (
          <label key={field.name} className="block" style={{ width: field.width }}>
            <span className="label-text whitespace-nowrap">{field.label}</span>
            <input
              name={field.name}
              className={`${box} ${edge(field.name)} ${field.text ? '' : 'text-right'}`}
              inputMode={field.text ? 'text' : 'decimal'}
              defaultValue={
                field.name === 'loadW' ? loadW : field.name === 'pass' || field.name === 'mount' ? 1 : ''
              }
              aria-invalid={failure?.field === field.name}
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
      {failure && (
        <p role="alert" className="pt-1.5 text-bad">
          ▲ {failure.message}
        </p>
      )}
    </form>
  );
}
