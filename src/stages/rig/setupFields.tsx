'use client';

import type { RigSetup } from '@/core/rig/rigSetup';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';

type Numeric = { [K in keyof RigSetup]: RigSetup[K] extends number | null ? K : never }[keyof RigSetup];
type Textual = { [K in keyof RigSetup]: RigSetup[K] extends string ? K : never }[keyof RigSetup];

const LENGTHS: { name: Numeric; label: string }[] = [
  { name: 'meterDistanceCm', label: 'Meter from the cooler' },
  { name: 'meterHeightCm', label: 'Meter height' },
  { name: 'probeDistanceCm', label: 'Probe from the cooler' },
  { name: 'probeHeightCm', label: 'Probe height' },
  { name: 'coolerHeightCm', label: 'Cooler height' },
  { name: 'roomDepthCm', label: 'Depth of the room' },
  { name: 'roomHeightCm', label: 'Height of the room' },
];

const TEXTS: { name: Textual; label: string; hint?: string }[] = [
  { name: 'enclosure', label: 'Enclosure', hint: '“open”, or the case' },
  { name: 'caseFans', label: 'Fans of the case' },
  { name: 'microphone', label: 'Microphone' },
  { name: 'processor', label: 'Processor part' },
  { name: 'powerSetting', label: 'Power setting' },
  { name: 'interfaceMaterial', label: 'Between die and cooler' },
  { name: 'interfaceHabit', label: 'How it is put on' },
];

const NUMBERS: { name: Numeric; label: string; unit: string; optional?: boolean }[] = [
  { name: 'clockMhz', label: 'Clock', unit: 'MHz', optional: true },
  { name: 'voltageV', label: 'Voltage', unit: 'V', optional: true },
  { name: 'limitC', label: 'Temperature limit', unit: '°C' },
  { name: 'cardLimitC', label: 'Graphics card limit', unit: '°C', optional: true },
  { name: 'regulatorLimitC', label: 'Regulators’ limit', unit: '°C', optional: true },
];

const POWER_READ = [
  { value: 'die', label: 'the die’s own watts' },
  { value: 'board', label: 'the board, its regulators too' },
  { value: 'wall', label: 'the wall, everything' },
] as const;

/** A rig's setup as fields: all that moves the numbers. */
export function SetupFields({
  setup,
  onSetup,
  errorOf,
}: {
  setup: RigSetup;
  onSetup: (setup: RigSetup) => void;
  errorOf: (field: keyof RigSetup) => string | undefined;
}) {
  const at = fieldsOf(setup, onSetup, (field) => errorOf(field as keyof RigSetup));
  return (
    <div className="space-y-4">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2.5">
        {LENGTHS.map(({ name, label }) => (
          <NumberField key={name} label={label} unit="cm" {...at(name, 0)} />
        ))}
        {NUMBERS.map(({ name, label, unit, optional }) => (
          <NumberField
            key={name}
            label={label}
            unit={unit}
            optional={optional}
            {...at(name, optional ? null : 0)}
          />
        ))}
      </div>
      <ChoiceField
        label="What the power meter sees"
        hint={
          setup.powerAt === 'die'
            ? 'rises are converted with it; its class is under Instruments'
            : 'it checks the load; no rise is converted with it'
        }
        {...at('powerAt')}
        options={POWER_READ}
      />
      <div className="grid grid-cols-2 gap-x-3 gap-y-2.5">
        {TEXTS.map(({ name, label, hint }) => (
          <TextField key={name} label={label} hint={hint} {...at(name)} />
        ))}
      </div>
    </div>
  );
}
