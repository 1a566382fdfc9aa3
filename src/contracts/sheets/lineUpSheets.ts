import { array, object, string, type ObjectSchema } from 'yup';
import { CONNECTORS, PRODUCT_KINDS, type Product } from '@/core/lineUp/product';
import type { Entry, EntryFan } from '@/core/lineUp/entry';
import { DIARY_EVENTS, SAMPLE_STATES, type Sample } from '@/core/lineUp/sample';
import { CASE_PLACES } from '@/core/cases/layout';
import { bounded, counted, currency, day, finite, flag, measure, text } from './fields';

export const productSheet: ObjectSchema<Product> = object({
  maker: text(200),
  name: text(200).min(1, 'the product needs a name'),
  kind: string()
    .oneOf([...PRODUCT_KINDS])
    .required(),
  revision: text(100),
  widthMm: measure(2000),
  depthMm: measure(2000),
  heightMm: measure(2000),
  fanSizeMm: measure(1000),
  fanThicknessMm: measure(200),
  memoryClearanceMm: measure(500),
  finsToMemoryMm: measure(500),
  radiatorMm: measure(2000),
  radiatorThicknessMm: measure(300),
  sockets: text(400),
  mounting: text(),
  connector: string()
    .oneOf([...CONNECTORS])
    .default(''),
  ratedRpm: measure(),
  blades: counted(99).nullable().default(null),
  makersNoise: text(100),
  price: measure(1e6),
  currency: currency(),
  pricedOn: day(),
  packSize: counted(100).default(1),
  seller: text(),
  availability: text(),
  warranty: text(),
}).noUnknown();

export const sampleSheet: ObjectSchema<Sample> = object({
  label: text(100).min(1, 'the sample needs a label'),
  serial: text(200),
  source: string().oneOf(['bought', 'lent']).default('bought'),
  lender: text(200),
  returnOn: day(),
  receipt: text(200),
  state: string()
    .oneOf([...SAMPLE_STATES])
    .default('new'),
  diary: array(
    object({
      on: day().required('a day was expected'),
      event: string()
        .oneOf([...DIARY_EVENTS])
        .required(),
      note: text(2000),
    }),
  )
    .max(1000)
    .default([]),
  handling: object({
    minutes: measure(1000),
    hands: measure(10),
    backAccess: flag(),
    partsToBuy: text(),
    partsPrice: measure(1e5),
    hoseStiffness: text(),
    clips: text(),
    note: text(2000),
  })
    .nullable()
    .default(null),
}).noUnknown();

export const fanSheet: ObjectSchema<EntryFan> = object({
  name: text(200).min(1, 'the fan needs a name'),
  count: counted(40).required(),
  direction: text(40),
  place: text(100),
  eachPrice: finite().min(0, 'cannot be negative').max(1e5).nullable().default(null),
  thicknessMm: measure(200),
  raisedMm: finite().min(-200, 'under ${min}').max(200, 'over ${max}').nullable().default(null),
});

export const entrySheet: ObjectSchema<Entry> = object({
  fans: array(fanSheet).max(20).default([]),
  coverName: text(200),
  revealed: flag(),
  extras: array(
    object({
      name: text(100).min(1, 'what was bought?'),
      price: finite().min(0, 'cannot be negative').max(1e5).required('a price was expected'),
    }).noUnknown(),
  )
    .max(20)
    .default([]),
  layout: array(
    object({
      place: string()
        .oneOf([...CASE_PLACES])
        .required(),
      slot: counted(20).required(),
      direction: string().oneOf(['in', 'out']).required(),
      fan: text(200).min(1, 'the fan needs a name'),
      sizeMm: measure(1000),
      dutyPct: bounded('dutyPct').nullable().default(null),
    }).noUnknown(),
  )
    .max(60)
    .default([]),
}).noUnknown();
