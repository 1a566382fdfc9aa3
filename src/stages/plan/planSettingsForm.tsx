'use client';

import { SettingsEditor } from './settingsEditor';
import type { PlanSettings } from '@/core/plan/planSettings';
import { NumberField, TextField, TimeField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { TextButton } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const WEEK = [1, 2, 3, 4, 5, 6, 0];

type Minutes = 'mountMin' | 'warmUpMin' | 'airSoakMin' | 'liquidSoakMin' | 'readingMin' | 'coolDownMin';
/** Those with `heat` are of a plan that heats. */
const STEPS: { name: Minutes; label: string; heat?: true }[] = [
  { name: 'mountMin', label: 'Mounting' },
  { name: 'warmUpMin', label: 'Warm-up', heat: true },
  { name: 'airSoakMin', label: 'Soak, air', heat: true },
  { name: 'liquidSoakMin', label: 'Soak, liquid', heat: true },
  { name: 'readingMin', label: 'Reading' },
  { name: 'coolDownMin', label: 'Cool-down', heat: true },
];

type Clock = 'workFromMin' | 'workToMin' | 'quietFromMin' | 'quietToMin';
const CLOCKS: { name: Clock; label: string }[] = [
  { name: 'workFromMin', label: 'Bench from' },
  { name: 'workToMin', label: 'to' },
  { name: 'quietFromMin', label: 'Quiet from' },
  { name: 'quietToMin', label: 'to' },
];

/** What a plan is made from. */
export function PlanSettingsForm({
  settings,
  tuned,
  isCold,
  hasPump,
  onSettings,
  errorOf,
}: {
  settings: PlanSettings;
  /** What the brief’s school of reaching equal noise asks for; null where it is a sweep. */
  tuned: string[] | null;
  /** Nothing is heated: only mounting and reading take time. */
  isCold: boolean;
  hasPump: boolean;
  onSettings: (settings: PlanSettings) => void;
  errorOf: (field: string) => string | undefined;
}) {
  const set = (part: Partial<PlanSettings>) => onSettings({ ...settings, ...part });
  const at = fieldsOf(settings, onSettings, errorOf);
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-3 gap-2">
        <NumberField label="Passes" {...at('passes', 0)} />
        <NumberField label="Mounts" {...at('mounts', 0)} />
        <NumberField label="Control every" unit="mounts" {...at('controlEvery', 0)} />
      </div>
      <SettingsEditor
        settings={settings.settings}
        hasPump={hasPump}
        onSettings={(next) => set({ settings: next })}
        error={errorOf('settings')}
      />
      {tuned && tuned.join() !== settings.settings.join() && (
        <p className="text-[14px] text-warn">
          ▲ The brief tunes the fans to the noise line.{' '}
          <TextButton onClick={() => set({ settings: tuned })}>Set {tuned.join(', ')}</TextButton>
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="First day"
          type="date"
          value={settings.startOn}
          onValue={(startOn) => startOn && set({ startOn })}
          error={errorOf('startOn')}
        />
        <NumberField
          label="Seed of the order"
          value={settings.seed}
          onValue={(other) => set({ seed: Math.abs(Math.trunc(other ?? 1)) })}
        />
      </div>
      <fieldset>
        <legend className="label-text pb-0.5">Working days</legend>
        <div className="choices">
          {WEEK.map((day) => (
            <button
              key={day}
              type="button"
              className="px-2!"
              aria-pressed={settings.weekdays.includes(day)}
              onClick={() =>
                set({
                  weekdays: settings.weekdays.includes(day)
                    ? settings.weekdays.filter((weekday) => weekday !== day)
                    : [...settings.weekdays, day],
                })
              }
            >
              {DAYS[day]}
            </button>
          ))}
        </div>
        <Fault className="text-[13px]">{errorOf('weekdays')}</Fault>
      </fieldset>
      <div className="grid grid-cols-4 gap-2">
        {CLOCKS.map(({ name, label }) => (
          <TimeField
            key={name}
            label={label}
            minute={settings[name]}
            onMinute={(minute) => set({ [name]: minute })}
          />
        ))}
      </div>
      {(errorOf('quietFromMin') ?? errorOf('workToMin')) && (
        <p role="alert" className="text-[13px] text-bad">
          ▲ {errorOf('quietFromMin') ?? errorOf('workToMin')}
        </p>
      )}
      <div className="grid grid-cols-3 gap-2">
        {STEPS.filter(({ heat }) => !heat || !isCold).map(({ name, label }) => (
          <NumberField key={name} label={label} unit="min" {...at(name, 0)} />
        ))}
      </div>
    </div>
  );
}
