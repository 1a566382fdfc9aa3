import type { ArraySchema, InferType, ObjectSchema, Schema } from 'yup';
import { briefSheet } from './briefSheet';
import { caseSheet } from './caseSheet';
import { entrySheet, productSheet, sampleSheet } from './lineUpSheets';
import { labSheet } from './labSheet';
import { planSheet } from './planSheet';
import { plateSheet } from './plateSheet';
import { pricesSheet } from './pricesSheet';
import { rigBookSheet, rigSetupSheet } from './rigSheets';
import { verdictSheet } from './verdictSheet';

/** What is written of a thing as one sheet with its history, by its kind: the form, the door and what is stored obey the same schema. */
export const SHEETS = {
  brief: briefSheet,
  plan: planSheet,
  'rig-book': rigBookSheet,
  'rig-setup': rigSetupSheet,
  product: productSheet,
  sample: sampleSheet,
  entry: entrySheet,
  plate: plateSheet,
  case: caseSheet,
  lab: labSheet,
  prices: pricesSheet,
  verdict: verdictSheet,
};

export type SheetKind = keyof typeof SHEETS;
export type SheetBody<K extends SheetKind> = InferType<(typeof SHEETS)[K]>;

/** Whether a stored value has every field of its schema: most do, and a cast of many costs more than the query. */
function isWhole(schema: Schema, value: unknown): boolean {
  if (value === null || typeof value !== 'object') return true;
  if (schema.type === 'array') {
    const { innerType } = schema as ArraySchema<unknown[], object>;
    return !innerType || !Array.isArray(value) || value.every((item) => isWhole(innerType as Schema, item));
  }
  if (schema.type !== 'object') return true;
  return Object.entries((schema as ObjectSchema<object>).fields).every(([name, field]) => {
    const isOptional = (field as Schema).spec.optional && (field as Schema).spec.default === undefined;
    return (
      isOptional ||
      (Object.hasOwn(value, name) && isWhole(field as Schema, (value as Record<string, unknown>)[name]))
    );
  });
}

/**
 * A stored sheet as this version knows it: a field that came later has its default, in this one place. What is there stays as it was
 * written.
 */
export function sheetFrom<K extends SheetKind>(kind: K, stored: unknown): SheetBody<K> {
  const schema: Schema = SHEETS[kind];
  const body = isWhole(schema, stored) ? stored : schema.cast(stored, { assert: false });
  return body as SheetBody<K>;
}
