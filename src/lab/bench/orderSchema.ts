import { object, string, type InferType } from 'yup';
import { finite, flag, text, whole } from '@/contracts/sheets/fields';

const ORDERS = [
  'start',
  'confirm',
  'overrule',
  'abort',
  'note',
  'skip',
  'pause',
  'remount',
  'stands',
  'speed',
] as const;

/** An order to the bench, as it comes in. */
export const orderSchema = object({
  who: text(100).default('reviewer'),
  do: string<(typeof ORDERS)[number]>()
    .oneOf([...ORDERS])
    .required(),
  /** Of a start: the mounting's id in the plan. */
  mounting: text(300).when('do', ([what], schema) =>
    what === 'start' ? schema.min(1, 'which mount?') : schema,
  ),
  /** Of a start: each reading is recorded, too. */
  sound: flag(),
  /** Reason or note. */
  text: text(1000).when('do', ([what], schema) =>
    what === 'overrule'
      ? schema.min(1, 'earlier than the rule: the reason is printed with the run')
      : what === 'note'
        ? schema.min(1, 'an empty note says nothing')
        : what === 'skip' || what === 'pause'
          ? schema.min(1, 'why? The reason is kept with the mount')
          : schema,
  ),
  /** Which point of the mount it is for. */
  at: whole().default(0),
  entry: text(300),
  mount: whole().default(0),
  tries: whole().default(0),
  speed: finite()
    .min(1, 'the bench clock runs at 1 to 120')
    .max(120, 'the bench clock runs at 1 to 120')
    .default(1),
}).noUnknown();

export type BenchOrder = InferType<typeof orderSchema>;
