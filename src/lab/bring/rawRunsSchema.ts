import { array, boolean, object, type InferType } from 'yup';
import { MOST } from '@/core/bounds';
import { bounded, counted, text, whole } from '@/contracts/sheets/fields';

/** Where runs from raw logs go: a round-up of the lab, or a new one on a rig of which little is said. */
const target = object({
  roundUpId: whole().nullable().default(null),
  title: text(MOST.title).default(''),
  rigName: text(200).default('Bench'),
  enclosure: text(40).default('open'),
  meterDistanceCm: bounded('distanceCm').default(60),
  limitC: bounded('limitC').default(90),
  noiseLineDba: bounded('levelDb').default(33),
  windowS: bounded('windowS').default(300),
  referenceAmbientC: bounded('temperatureC').default(23),
}).noUnknown();

/** A new round-up of which nobody has said anything. */
export const USUAL_TARGET = target.getDefault() as InferType<typeof target>;

/** A reviewer's plan for raw logs: how they join, where they are cut, and where the runs go. */
export const rawRunsPlan = object({
  who: text(100).default('reviewer'),
  /** Only look: nothing is written. */
  dryRun: boolean().default(true),
  logs: array(object({ fileId: whole().required(), offsetS: bounded('shiftS').required() }).noUnknown())
    .min(1, 'no logs')
    .max(20)
    .required(),
  /** Stands in where no log has the room, with its stated doubt (half-width of the 95 % interval, K). */
  room: object({ ambientC: bounded('temperatureC').required(), doubtK: bounded('doubtK').required() })
    .nullable()
    .default(null),
  runs: array(
    object({
      fromS: bounded('timeS').required(),
      toS: bounded('timeS').required(),
      entry: text(200).required('which entry?'),
      loadW: bounded('powerW').required('a heat load was expected'),
      loadName: text(200).default(''),
      gpuLoadW: bounded('powerW').default(0),
      setting: text(200).required('the fan setting needs a label'),
      mount: counted().required(),
      pass: counted().required(),
      /** Typed where no log has the meter. */
      noiseDb: bounded('levelDb').nullable().default(null),
      floorDb: bounded('levelDb').required('the level of the room alone was expected'),
    }).noUnknown(),
  )
    .min(1, 'no runs: cut at least one from the logs')
    .max(500)
    .required(),
  target: target.required(),
}).noUnknown();

export type RawRunsPlan = InferType<typeof rawRunsPlan>;
