import { array, boolean, number, object, string, type InferType } from 'yup';

const text = (most: number) => string().max(most, 'longer than ${max} characters');
const finite = () => number().typeError('a number was expected');
const level = () => finite().min(-20, 'no level that a meter shows').max(160, 'no level that a meter shows');
const celsius = () => finite().min(-60, 'no temperature of a bench').max(250, 'no temperature of a bench');
const counted = () => finite().integer('a whole number was expected').min(1, 'counted from 1').max(1000);

/** What can be changed of a run by hand; whatever is left out stays. */
export const runChanges = object({
  entry: text(200).min(1),
  setting: text(200).min(1, 'the fan setting needs a label'),
  mount: counted(),
  pass: counted(),
  loadW: finite().min(0, 'a heat load cannot be negative').max(10_000),
  noiseDb: level(),
  floorDb: level(),
  cpuC: celsius().nullable(),
  ambientC: celsius().nullable(),
  powerW: finite().min(0, 'power cannot be negative').nullable(),
  rpm: finite().min(0, 'a speed cannot be negative').nullable(),
  note: text(4000),
  setAside: text(1000),
  deleted: boolean(),
  window: object({
    startS: finite().required(),
    endS: finite().required().moreThan(0),
    reason: text(1000).required('a moved window needs a reason'),
  })
    .nullable()
    .default(undefined),
}).noUnknown();

export const runEdit = object({
  who: text(100).default('reviewer'),
  /** The version that the reviewer saw. */
  version: finite().integer().required(),
  changes: runChanges.required(),
  /** The reviewer was asked, and means it. */
  sure: boolean().default(false),
}).noUnknown();

/** Several runs at once, each with the version that was seen of it. */
export const runEdits = object({
  who: text(100).default('reviewer'),
  sure: boolean().default(false),
  edits: array(
    object({
      run: finite().integer().min(1).required(),
      version: finite().integer().required(),
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
  loadW: finite().min(0, 'a heat load cannot be negative').max(10_000).required('a heat load was expected'),
  loadName: text(200).default(''),
  gpuLoadW: finite().min(0, 'a heat load cannot be negative').max(10_000).default(0),
  noiseDb: level().required('the reading of the meter was expected'),
  floorDb: level().required('the reading of the room alone was expected'),
  cpuC: celsius().required('the die’s mean was expected'),
  ambientC: celsius().required('the room’s mean was expected'),
  powerW: finite().min(0, 'power cannot be negative').nullable().default(null),
  rpm: finite().min(0, 'a speed cannot be negative').nullable().default(null),
  note: text(4000).default(''),
  /** The reviewer was asked, and means it. */
  sure: boolean().default(false),
}).noUnknown();

export type NewRunInput = InferType<typeof newRun>;
