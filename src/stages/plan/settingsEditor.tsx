'use client';

import { useState } from 'react';
import { typedNumber } from '@/ui/typedNumber';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';
import { Options } from '@/ui/form/options';

const WAYS = [
  { value: 'duty', label: 'fans at a duty, %', says: (n: string) => `${n} %` },
  { value: 'line', label: 'fans tuned to a level, dB(A)', says: (n: string) => `${n} dB(A)` },
  { value: 'automatic', label: 'the board’s automatic control', says: () => 'automatic' },
  { value: 'stopped', label: 'fans stopped', says: () => 'stopped' },
] as const;
type Way = (typeof WAYS)[number]['value'];

const needsNumber = (way: Way) => way === 'duty' || way === 'line';
const MOST: Record<'duty' | 'line', number> = { duty: 100, line: 160 };

/** The fan settings of a plan, one by one: what the bench sets, in the order in which it sets them. */
export function SettingsEditor({
  settings,
  hasPump,
  onSettings,
  error,
}: {
  settings: readonly string[];
  /** Loops are among the entries: their pump can be set apart. */
  hasPump: boolean;
  onSettings: (settings: string[]) => void;
  error: string | undefined;
}) {
  const [way, setWay] = useState<Way>('duty');
  const [number, setNumber] = useState('');
  const [pump, setPump] = useState('');
  const value = typedNumber(number);
  const pumpPct = typedNumber(pump);
  const isReady =
    (!needsNumber(way) || (value !== null && value >= 0 && value <= MOST[way as 'duty' | 'line'])) &&
    (pump.trim() === '' || (pumpPct !== null && pumpPct >= 0 && pumpPct <= 100));

  function add() {
    if (!isReady) return;
    const made = WAYS.find((other) => other.value === way)!.says(String(value));
    const label = pumpPct !== null && way === 'duty' ? `${made}, pump ${pumpPct} %` : made;
    if (!settings.includes(label)) onSettings([...settings, label]);
    setNumber('');
    setPump('');
  }
  const move = (at: number, by: number) => {
    const to = at + by;
    if (to < 0 || to >= settings.length) return;
    const next = [...settings];
    [next[at], next[to]] = [next[to]!, next[at]!];
    onSettings(next);
  };
  const box = 'h-[33px] rounded border border-hairline bg-raised px-2 text-[14.5px]';
  return (
    <fieldset>
      <legend className="label-text pb-0.5">Fan settings, in their order</legend>
      <ol aria-label="Fan settings" className="flex flex-wrap gap-1.5 pb-2">
        {settings.map((setting, i) => (
          <li
            key={setting}
            className="flex items-center gap-1 rounded border border-hairline bg-raised py-0.5 pl-2 text-[14.5px]"
          >
            <button
              type="button"
              className="cursor-grab"
              title="← and → move it"
              onKeyDown={(event) => {
                if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
                event.preventDefault();
                move(i, event.key === 'ArrowLeft' ? -1 : 1);
              }}
            >
              {setting}
            </button>
            <button
              type="button"
              className="min-h-6 min-w-6 text-ink2"
              aria-label={`Remove ${setting}`}
              onClick={() => onSettings(settings.filter((_, at) => at !== i))}
            >
              ✕
            </button>
          </li>
        ))}
        {settings.length === 0 && <li className="text-[14px] text-ink2">None yet.</li>}
      </ol>
      <div
        className="flex flex-wrap items-end gap-1.5"
        onKeyDown={(event) => {
          // Enter adds a setting here, and does not save the plan.
          if (event.key !== 'Enter') return;
          event.preventDefault();
          add();
        }}
      >
        <select
          aria-label="How the fans are set"
          className={`${box} max-w-full min-w-0`}
          value={way}
          onChange={({ target }) => setWay(target.value as Way)}
        >
          <Options of={WAYS.map(({ value: each, label }) => [each, label])} />
        </select>
        {needsNumber(way) && (
          <input
            aria-label={way === 'duty' ? 'Duty, %' : 'Level, dB(A)'}
            inputMode="decimal"
            className={`${box} w-16 text-right`}
            value={number}
            onChange={({ target }) => setNumber(target.value)}
          />
        )}
        {hasPump && way === 'duty' && (
          <input
            aria-label="Pump, %, where it has its own setting"
            placeholder="pump %"
            inputMode="decimal"
            className={`${box} w-20 text-right`}
            value={pump}
            onChange={({ target }) => setPump(target.value)}
          />
        )}
        <Button disabled={!isReady} onClick={add}>
          Add
        </Button>
      </div>
      <Fault className="pt-0.5 text-[13px]">{error}</Fault>
    </fieldset>
  );
}
