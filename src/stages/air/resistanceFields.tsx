import { useState } from 'react';
import { typedNumber } from '@/ui/typedNumber';
import { RESISTANCES } from './resistances';
import { Options } from '@/ui/form/options';

function NumberField({
  label,
  value,
  onValue,
  width = '4.6rem',
}: {
  label: string;
  value: number;
  onValue: (value: number) => void;
  width?: string;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  function take() {
    const typed = draft === null ? null : typedNumber(draft);
    if (typed !== null) onValue(typed);
    setDraft(null);
  }
  return (
    <label className="label-text block" style={{ width }}>
      {label}
      <input
        className="block w-full rounded border border-hairline bg-raised px-2 py-1 text-right text-[14px] text-ink"
        inputMode="decimal"
        value={draft ?? String(value)}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </label>
  );
}

interface TypedResistance {
  pa: number;
  flow: number;
  n: number;
  pairs: string;
}

/** What the air goes through: one of the usual, or as it is typed: so many Pa at so much flow, and how it grows. */
export function ResistanceFields({
  view,
  onView,
}: {
  view: TypedResistance;
  onView: (part: { pa?: number; flow?: number; n?: number; pairs?: null }) => void;
}) {
  const chosen = RESISTANCES.find(
    (other) => other.pressurePa === view.pa && other.flowM3PerH === view.flow && other.exponent === view.n,
  );
  return (
    <>
      <label className="label-text block">
        Through
        <select
          className="block rounded border border-hairline bg-raised px-1.5 py-[5px] text-[14px] text-ink"
          value={view.pairs.trim() !== '' ? 'read' : (chosen?.id ?? 'own')}
          onChange={({ target }) => {
            const next = RESISTANCES.find((other) => other.id === target.value);
            if (next) onView({ pa: next.pressurePa, flow: next.flowM3PerH, n: next.exponent, pairs: null });
          }}
        >
          <Options of={RESISTANCES.map(({ id, label }) => [id, `${label}, for instance`])} />
          <option value="own" disabled>
            as typed
          </option>
          <option value="read" disabled>
            as read through it
          </option>
        </select>
      </label>
      {view.pairs.trim() === '' && (
        <>
          <NumberField label="takes, Pa" value={view.pa} onValue={(pa) => onView({ pa })} />
          <NumberField label="at, m³/h" value={view.flow} onValue={(flow) => onView({ flow })} />
          <NumberField label="exponent" value={view.n} onValue={(n) => onView({ n })} />
        </>
      )}
    </>
  );
}
