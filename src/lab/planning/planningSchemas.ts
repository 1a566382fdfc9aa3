import { array, boolean, object, string, type Schema, type ObjectSchema, type TestContext } from 'yup';
import { MOST } from '@/core/bounds';
import { QUESTIONS, type Question } from '@/core/brief/questions';
import { PRODUCT_KINDS, type ProductKind } from '@/core/lineUp/product';
import { SHEETS, type SheetKind } from '@/contracts/sheets/sheets';
import { briefSheet } from '@/contracts/sheets/briefSheet';
import { finite, maybeText, text, whole } from '@/contracts/sheets/fields';
import { rigSetupSheet } from '@/contracts/sheets/rigSheets';

const who = () => text(100).default('reviewer');

/** The kind of a sheet that can be written and the schema of an edit of it; null for any other name. */
export function editableSheet(name: string) {
  // A rig's setup goes by revision.
  if (!Object.hasOwn(SHEETS, name) || name === 'rig-setup') return null;
  const kind = name as SheetKind;
  const sheet: Schema = SHEETS[kind];
  const version = whole().required();
  // A sheet replaces the stored one: an empty object would empty every field in silence.
  const body = sheet
    .required()
    .test('fields', 'a sheet with its fields was expected', (_: unknown, { originalValue }: TestContext) =>
      Object.keys((sheet as ObjectSchema<object>).fields).some((field) =>
        Object.hasOwn((originalValue ?? {}) as object, field),
      ),
    );
  return { kind, edit: object({ who: who(), reason: text(1000), version, body }) };
}

/** A rig that is there, or the name of a new one. */
const rigWish = {
  rigRevisionId: whole().nullable().default(null),
  rigName: text(100).when('rigRevisionId', ([id], schema) =>
    id === null ? schema.min(1, 'the rig needs a name') : schema,
  ),
};

export const newRoundUp = object({
  who: who(),
  title: text(MOST.title).min(1, 'the round-up needs a title'),
  question: string<Question>()
    .oneOf(QUESTIONS.map((other) => other.value))
    .required(),
  ...rigWish,
}).noUnknown();

export const roundUpChange = object({
  title: maybeText(MOST.title).min(1, 'the round-up needs a title'),
  was: maybeText(MOST.title),
  archived: boolean(),
  deleted: boolean(),
}).noUnknown();

export const roundUpCopy = object({
  who: who(),
  title: text(MOST.title).min(1, 'the copy needs a title'),
  withRuns: boolean().required('with its runs, or without?'),
}).noUnknown();

export const citation = object({ entryId: whole().required() }).noUnknown();

export const newEntry = object({
  who: who(),
  name: text(200).min(1, 'the product needs a name'),
  maker: text(200),
  /** Which sample of it; empty where nobody says. */
  sample: text(100),
  kind: string<ProductKind>()
    .oneOf([...PRODUCT_KINDS])
    .required(),
}).noUnknown();

/** The same once more: with the lab's fan, with a second fan, or a layout to be changed, under a name of its own (`fanName`). */
export type Variant = 'lab-fan' | 'second-fan' | 'copy';

export const newVariant = object({
  who: who(),
  entryId: whole().required(),
  variant: string<Variant>().oneOf(['lab-fan', 'second-fan', 'copy']).required(),
  fanName: text(200).when('variant', ([variant], schema) =>
    variant === 'lab-fan'
      ? schema.min(1, 'which fan is the lab’s?')
      : variant === 'copy'
        ? schema.min(1, 'the new layout needs a name')
        : schema,
  ),
  eachPrice: finite().min(0, 'cannot be negative').max(1e5).nullable().default(null),
}).noUnknown();

export const entryChange = object({
  who: who(),
  remove: boolean().default(false),
  restore: object({
    code: text(300).min(1),
    position: whole().required(),
    isControl: boolean().required(),
  }).default(undefined),
  isControl: boolean(),
  sample: maybeText(100).min(1, 'the sample needs a label'),
}).noUnknown();

export const rigEdit = object({
  who: who(),
  reason: text(1000),
  seenId: whole().required(),
  /** A change by somebody else was shown, and this one is meant all the same. */
  over: boolean().default(false),
  setup: rigSetupSheet.required(),
}).noUnknown();

export const rigChoice = object(rigWish).noUnknown();

/** Whether the demo is to be here, and which of its round-ups stay all the same. */
export const demoWish = object({
  here: boolean().required('here, or away?'),
  keep: array(whole(1).required()).default([]),
}).noUnknown();

export const newCase = object({ who: who(), name: text(200).min(1, 'the case needs a name') }).noUnknown();

export const newMethod = object({
  name: text(100).min(1, 'the method needs a name'),
  body: briefSheet.required(),
}).noUnknown();

export const lineUpCsv = object({ who: who(), csv: string().max(200_000).required('the file is empty') });
