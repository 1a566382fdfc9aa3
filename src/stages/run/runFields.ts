import { object, string, type AnyObjectSchema } from 'yup';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
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
  optional?: boolean | undefined;
  choices?: RunEntry[];
}

/** Fields of other means; no dots, which a form would take for a path. */
const MORE = 'more_';

/** Means of other sensors that were typed: those that are there, and those that could be. */
function typedMeans(more: Readonly<Record<string, string>>): RunField[] {
  return TYPED_MEANS.map(({ heading, label }) => ({
    name: `${MORE}${heading}`,
    label,
    value: more[heading] === undefined ? null : Number(more[heading]),
    kind: 'number',
    optional: true,
  }));
}

/** What of a run can be changed by hand: of means that were typed, and of a run of readings, other fields than of a log. */
export function runFields(
  run: LabRun,
  entries: RunEntry[],
  more: Readonly<Record<string, string>> = {},
): RunField[] {
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
    ...(run.hasTrace ? [] : typedMeans(more)),
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

/** Values by field as the run takes them: means of other sensors lie under `more`. */
export function nestedValues(
  values: readonly (readonly [string, string | number | null])[],
): Record<string, unknown> {
  const more = values.filter(([name]) => name.startsWith(MORE));
  const own = values.filter(([name]) => !name.startsWith(MORE));
  const nested = more.map(([name, value]) => [name.slice(MORE.length), value] as const);
  return { ...Object.fromEntries(own), ...(more.length > 0 ? { more: Object.fromEntries(nested) } : {}) };
}

/** What was typed, as changes of the run; it has passed the schema. */
export function fieldChanges(
  fields: readonly RunField[],
  typed: Record<string, string>,
): Record<string, unknown> {
  return nestedValues(
    fields.map(({ name, kind }) => {
      const text = (typed[name] ?? '').trim();
      return [name, kind === 'text' ? text : typedNumber(text)] as const;
    }),
  );
}
