import { array, boolean, number, object, string, type InferType } from 'yup';

const finite = () => number().typeError('a number was expected');
const text = (most: number) => string().max(most, 'longer than ${max} characters');

/** A reviewer's plan for raw logs: how they join, where they are cut, and where the runs go. */
export const rawRunsPlan = object({
  who: text(100).default('reviewer'),
  /** Only look: nothing is written. */
  dryRun: boolean().default(true),
  logs: array(object({ fileId: finite().integer().required(), offsetS: finite().required() }).noUnknown())
    .min(1, 'no logs')
    .max(20)
    .required(),
  /** Stands in where no log has the room, with its stated doubt (half-width of the 95 % interval, K). */
  room: object({ ambientC: finite().min(-60).max(80).required(), doubtK: finite().min(0).max(20).required() })
    .nullable()
    .default(null),
  runs: array(
    object({
      fromS: finite().required(),
      toS: finite().required(),
      entry: text(200).trim().required('which entry?'),
      loadW: finite()
        .min(0, 'a heat load cannot be negative')
        .max(10_000)
        .required('a heat load was expected'),
      loadName: text(200).trim().default(''),
      gpuLoadW: finite().min(0, 'a heat load cannot be negative').max(10_000).default(0),
      setting: text(200).trim().required('the fan setting needs a label'),
      mount: finite().integer().min(1).required(),
      pass: finite().integer().min(1).required(),
      /** Typed where no log has the meter. */
      noiseDb: finite().min(-20).max(160).nullable().default(null),
      floorDb: finite().min(-20).max(160).required('the level of the room alone was expected'),
    }).noUnknown(),
  )
    .min(1, 'no runs: cut at least one from the logs')
    .max(500)
    .required(),
  target: object({
    roundUpId: finite().integer().nullable().default(null),
    title: text(300).trim().default(''),
    rigName: text(200).trim().default('Bench'),
    enclosure: text(40).default('open'),
    meterDistanceCm: finite().positive().default(60),
    limitC: finite().default(90),
    noiseLineDba: finite().default(33),
    windowS: finite().positive().default(300),
    referenceAmbientC: finite().default(23),
  })
    .noUnknown()
    .required(),
}).noUnknown();

export type RawRunsPlan = InferType<typeof rawRunsPlan>;
