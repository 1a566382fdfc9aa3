import { array, boolean, object, string, type InferType, type ObjectSchema } from 'yup';

import { BOUNDS, MOST } from '@/core/bounds';
import { ASIDE_AS, type AsideAs } from '@/core/runs/aside';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
import {
  bounded,
  counted as countedField,
  finite,
  maybeText as text,
  whole,
} from '@/contracts/sheets/fields';
import { spotReadings } from './spotReadingsSchema';

const counted = () => countedField(BOUNDS.count.max);

/** Means of other sensors, typed by hand, by their column. */
const more = () =>
  object(
    Object.fromEntries(TYPED_MEANS.map(({ heading, bound }) => [heading, bounded(bound).nullable()])),
  ).noUnknown() as ObjectSchema<Record<string, number | null | undefined>>;

/** What a program gave, with its unit and its better side. */
const score = () =>
  object({
    value: finite().required('a score was expected'),
    unit: text(20).default(''),
    better: string<'higher' | 'lower'>().oneOf(['higher', 'lower']).default('higher'),
  })
    .noUnknown()
    .nullable();

/** What can be changed of a run by hand; whatever is left out stays. */
export const runChanges = object({
  entry: text(200).min(1),
  setting: text(200).min(1, 'the fan setting needs a label'),
  mount: counted(),
  pass: counted(),
  loadW: bounded('powerW'),
  noiseDb: bounded('levelDb'),
  floorDb: bounded('levelDb'),
  cpuC: bounded('temperatureC').nullable(),
  ambientC: bounded('temperatureC').nullable(),
  powerW: bounded('powerW').nullable(),
  rpm: bounded('speedRpm').nullable(),
  dutyPct: bounded('dutyPct').nullable(),
  /** All that was read of it at places, in the place of what was read before. */
  readings: spotReadings,
  more: more().default(undefined).optional(),
  score: score().default(undefined).optional(),
  note: text(MOST.text),
  setAside: text(1000),
  /** How, with the reason: an undo says it again. */
  asideAs: string<AsideAs>().oneOf(ASIDE_AS),
  deleted: boolean(),
  window: object({
    startS: bounded('timeS').required(),
    endS: bounded('timeS').required().moreThan(0),
    reason: text(1000).required('a moved window needs a reason'),
  })
    .nullable()
    .default(undefined)
    .optional(),
}).noUnknown();

export const runEdit = object({
  who: text(100).default('reviewer'),
  /** The version that the reviewer saw. */
  version: whole().required(),
  changes: runChanges.required(),
  /** What the fields that are changed were when they were seen: a change of others by somebody else is no conflict then. */
  was: runChanges.default(undefined).optional(),
  /** The reviewer was asked, and means it. */
  confirmed: boolean().default(false),
}).noUnknown();

/** Several runs at once, each with the version that was seen of it. */
export const runEdits = object({
  who: text(100).default('reviewer'),
  confirmed: boolean().default(false),
  edits: array(
    object({
      run: whole(1).required(),
      version: whole().required(),
      changes: runChanges.required(),
    }).noUnknown(),
  )
    .min(1, 'no runs were chosen')
    .max(5000, 'at most ${max} runs at once')
    .required(),
}).noUnknown();

export type RunEdits = InferType<typeof runEdits>;

export type RunEdit = InferType<typeof runEdit>;
export type RunChanges = InferType<typeof runChanges>;

export const newRun = object({
  who: text(100).default('reviewer'),
  entry: text(200).required('which entry?'),
  setting: text(200).required('the fan setting needs a label'),
  mount: counted().required(),
  pass: counted().required(),
  loadW: bounded('powerW').required('a heat load was expected'),
  loadName: text(200).default(''),
  gpuLoadW: bounded('powerW').default(0),
  noiseDb: bounded('levelDb').required('the reading of the meter was expected'),
  floorDb: bounded('levelDb').required('the reading of the room alone was expected'),
  /** A die's settled means, or readings at places, or both. */
  cpuC: bounded('temperatureC').nullable().default(null),
  ambientC: bounded('temperatureC').nullable().default(null),
  readings: spotReadings.default([]),
  powerW: bounded('powerW').nullable().default(null),
  rpm: bounded('speedRpm').nullable().default(null),
  dutyPct: bounded('dutyPct').nullable().default(null),
  more: more().default({}),
  score: score().default(null),
  note: text(MOST.text).default(''),
  /** The reviewer was asked, and means it. */
  confirmed: boolean().default(false),
}).noUnknown();

export type NewRunInput = InferType<typeof newRun>;
