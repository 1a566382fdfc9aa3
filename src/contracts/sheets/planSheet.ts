import { array, object, string, type ObjectSchema } from 'yup';
import { loadKey, parseLoad } from '@/core/runs/load';
import type { PlanSheet } from '@/core/plan/planSheet';
import { counted, day, finite, text } from './fields';

const minuteOfDay = () =>
  finite().integer().min(0, 'a time of day was expected').max(1439, 'a time of day was expected').required();
const minutes = (least: number) =>
  finite().min(least, `at least ${least} min`).max(1440, 'at most a day').required('minutes were expected');

function asKey(text: string): string {
  const load = parseLoad(text);
  return load ? loadKey(load) : text;
}

/** A round-up's plan. */
export const planSheet: ObjectSchema<PlanSheet> = object({
  settings: object({
    seed: finite()
      .integer()
      .min(0)
      .max(2 ** 31 - 1)
      .required(),
    startOn: day().required('the first day was expected'),
    weekdays: array(finite().integer().min(0).max(6).required())
      .min(1, 'at least one working day a week')
      .max(7)
      .required(),
    workFromMin: minuteOfDay(),
    workToMin: minuteOfDay(),
    quietFromMin: minuteOfDay(),
    quietToMin: minuteOfDay(),
    mountMin: minutes(0),
    warmUpMin: minutes(0),
    readingMin: minutes(0.5),
    coolDownMin: minutes(0),
    airSoakMin: minutes(1),
    liquidSoakMin: minutes(1),
    settings: array(text(60).min(1, 'a fan setting needs a label').required())
      .min(1, 'at least one fan setting')
      .max(40)
      .required(),
    passes: counted(20).required(),
    mounts: counted(20).required(),
    controlEvery: counted(1000).required(),
    own: array(
      object({
        entry: string().max(200).required(),
        mounts: counted(20).required(),
        passes: counted(20).required(),
      }).noUnknown(),
    ).max(200),
  }).noUnknown(),
  order: array(string().max(300).required()).max(20_000).default([]),
  // Bundles of before name loads by their labels.
  droppedLoads: array(
    string()
      .transform((value: unknown) => (typeof value === 'string' ? asKey(value) : value))
      .max(200)
      .required(),
  )
    .max(50)
    .default([]),
  pilot: object({ best: string().required(), worst: string().required() }).nullable().default(null),
}).noUnknown();
