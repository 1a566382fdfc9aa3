import { object, string, type AnyObjectSchema } from 'yup';
import { hasDie, type LabRun } from '@/core/runs/labRun';
import { numberCell } from '@/ui/form/numberCell';
import { typedNumber } from '@/ui/typedNumber';

export interface RunEntry {
  entry: string;
  product: string;
}

/** A field of a run that a reviewer may change. */
export interface RunField {
  name: string;
  label: string;
  value: string | number | null;
  kind: 'text' | 'number';
  /** May stand empty. */
  optional?: boolean;
  choices?: RunEntry[];
}

/** What of a run can be changed by hand: of means that were typed, and of a run of readings, other fields than of a log. */
export function runFields(run: LabRun, entries: RunEntry[]): RunField[] {
  // Without a log and a die it stands on what was read at places.
  const withDie = hasDie(run);
  const typed: RunField[] =
    run.hasTrace || !withDie
      ? []
      : [
          { name: 'cpuC', label: 'Die, °C', value: run.typedCpuC, kind: 'number' },
          { name: 'powerW', label: 'Power, W', value: run.typedPowerW, kind: 'number', optional: true },
        ];
  const room: RunField[] =
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

/** What is typed in the form of these fields. */
export function fieldsSchema(fields: readonly RunField[]): AnyObjectSchema {
  const cells = fields.map(({ name, label, kind, optional }) => [
    name,
    kind === 'number' ? numberCell(label, optional) : string().trim().default(''),
  ]);
  return object(Object.fromEntries(cells) as Record<string, ReturnType<typeof string>>);
}

/** The fields as they stand, for a form to begin with. */
export function fieldTexts(fields: readonly RunField[]): Record<string, string> {
  return Object.fromEntries(fields.map(({ name, value }) => [name, value === null ? '' : String(value)]));
}

/** What was typed, as changes of the run; it has passed the schema. */
export function fieldChanges(
  fields: readonly RunField[],
  typed: Record<string, string>,
): Record<string, string | number | null> {
  return Object.fromEntries(
    fields.map(({ name, kind }) => {
      const text = (typed[name] ?? '').trim();
      return [name, kind === 'text' ? text : typedNumber(text)];
    }),
  );
}
