'use client';

import { useId, useState } from 'react';
import { clockMinute, clockText } from '../clock';
import { Termed } from '../marks/term';
import { typedNumber } from '../typedNumber';
import { Fault } from './fault';
import { Options } from './options';

const BOX = 'h-[33px] w-full rounded border border-hairline bg-raised px-2 text-[14.5px]';

interface Common {
  label: string;
  /** What a fault of this field is, as the server or the page says. */
  error?: string | undefined;
  hint?: string | undefined;
  /** The label is for those who hear the page only. */
  bare?: boolean;
}

function Framed({
  label,
  error,
  hint,
  bare,
  id,
  children,
}: Common & { id: string; children: React.ReactNode }) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={bare ? 'sr-only' : 'label-text block pb-0.5'}>
        <Termed>{label}</Termed>
      </label>
      {children}
      {hint && !error && <p className="pt-0.5 text-[13px] text-ink2">{hint}</p>}
      <Fault className="pt-0.5 text-[13px]">{error}</Fault>
    </div>
  );
}

export function TextField({
  value,
  onValue,
  list,
  placeholder,
  type = 'text',
  ...common
}: Common & {
  value: string;
  onValue: (value: string) => void;
  list?: string;
  placeholder?: string;
  type?: 'text' | 'date' | 'time';
}) {
  const id = useId();
  return (
    <Framed {...common} id={id}>
      <input
        id={id}
        type={type}
        className={BOX}
        value={value}
        list={list}
        placeholder={placeholder}
        aria-invalid={common.error ? true : undefined}
        dir={type === 'text' ? 'auto' : undefined}
        onChange={(event) => onValue(event.target.value)}
      />
    </Framed>
  );
}

/** A number with decimal comma or point. Nonsense stays as it was typed, is marked, and keeps a form from being sent. */
export function NumberField({
  value,
  onValue,
  unit,
  optional,
  ...common
}: Common & {
  value: number | null;
  onValue: (value: number | null) => void;
  unit?: string;
  /** May stand empty. */
  optional?: boolean | undefined;
}) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const fault = (text: string) => {
    if (text.trim() === '') return optional ? '' : 'a number was expected';
    return typedNumber(text) === null ? `not a number: “${text}”` : '';
  };
  const shown = draft ?? (value === null ? '' : String(value).replace('-', '\u2212'));
  const wrong = draft === null ? '' : fault(draft);
  return (
    <Framed {...common} id={id} error={wrong || common.error}>
      <span className="flex items-center gap-1.5">
        <input
          id={id}
          inputMode="decimal"
          className={`${BOX} min-w-12 text-right`}
          value={shown}
          aria-invalid={wrong || common.error ? true : undefined}
          ref={(input) => input?.setCustomValidity(wrong)}
          onChange={(event) => {
            const text = event.target.value;
            setDraft(text);
            if (!fault(text)) onValue(typedNumber(text));
          }}
          onBlur={() => {
            if (draft !== null && !fault(draft)) setDraft(null);
          }}
        />
        {unit && <span className="text-[14px] whitespace-nowrap text-ink2">{unit}</span>}
      </span>
    </Framed>
  );
}

/** A time of day in 24 hours, whatever the browser's country: “17:00”, or “17”, “1730”. Nonsense is marked and kept. */
export function TimeField({
  minute,
  onMinute,
  ...common
}: Common & {
  /** Minutes since midnight. */
  minute: number;
  onMinute: (minute: number) => void;
}) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const wrong = draft !== null && clockMinute(draft) === null ? 'a time as 17:00' : '';
  return (
    <Framed {...common} id={id} error={wrong || common.error}>
      <input
        id={id}
        inputMode="numeric"
        className={`${BOX} text-right`}
        value={draft ?? clockText(minute)}
        aria-invalid={wrong || common.error ? true : undefined}
        ref={(input) => input?.setCustomValidity(wrong)}
        onChange={(event) => {
          setDraft(event.target.value);
          const at = clockMinute(event.target.value);
          if (at !== null) onMinute(at);
        }}
        onBlur={() => {
          if (!wrong) setDraft(null);
        }}
      />
    </Framed>
  );
}

export function ChoiceField<T extends string>({
  value,
  onValue,
  options,
  ...common
}: Common & {
  value: T;
  onValue: (value: T) => void;
  /** Those that are called what they are stand as they are. */
  options: readonly (T | { value: T; label: string })[];
}) {
  const id = useId();
  return (
    <Framed {...common} id={id}>
      <select
        id={id}
        className={BOX}
        value={value}
        onChange={(event) => onValue(event.target.value as T)}
        aria-invalid={common.error ? true : undefined}
      >
        <Options
          of={options.map((other) =>
            typeof other === 'string' ? [other, other] : [other.value, other.label],
          )}
        />
      </select>
    </Framed>
  );
}

export function CheckField({
  label,
  value,
  onValue,
}: {
  label: string;
  value: boolean;
  onValue: (value: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-2 py-1 text-[14.5px]">
      <input type="checkbox" checked={value} onChange={(event) => onValue(event.target.checked)} />
      {label}
    </label>
  );
}
