import { array, object, type InferType } from 'yup';
import { text } from './fields';

const MOST_PEOPLE = 20;

/** The lab that uses this application: said once, and offered wherever it is asked for. */
export const labSheet = object({
  name: text(100),
  people: array(text(100).min(1, 'a name was expected').required())
    .max(MOST_PEOPLE, 'at most ${max} names')
    .default([]),
  /** Where its method is published, for reports. */
  methodAt: text(300).matches(/^(https?:\/\/\S+)?$/, 'an address as https://… was expected'),
}).noUnknown();

export type LabSheet = InferType<typeof labSheet>;

export const NO_LAB: LabSheet = labSheet.getDefault() as LabSheet;
