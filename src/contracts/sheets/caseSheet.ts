import { array, object, string, type ObjectSchema } from 'yup';
import { caseProblem, type LabCase } from '@/core/cases/labCase';
import { CASE_PLACES } from '@/core/cases/layout';
import { counted, finite, measure, text } from './fields';

/** A case of the lab, as its page and a bundle write it. */
export const caseSheet: ObjectSchema<LabCase> = object({
  name: text(200).min(1, 'the case needs a name'),
  coolerHeightMm: measure(1000),
  memoryHeightMm: measure(500),
  cardLengthMm: measure(1000),
  sides: array(
    object({
      place: string()
        .oneOf([...CASE_PLACES])
        .required(),
      slots: counted(9).required(),
      sizeMm: finite().min(20, 'at least ${min}').max(400, 'at most ${max}').required(),
      radiatorMm: measure(1000),
      radiatorDepthMm: measure(300),
    }).noUnknown(),
  )
    .max(CASE_PLACES.length)
    .default([]),
})
  .noUnknown()
  .test('case', (value, { createError }) => {
    // Runs before the fields are checked: what they are made of may be anything.
    const { name, sides } = value as Partial<LabCase>;
    const isShaped = typeof name === 'string' && Array.isArray(sides) && sides.every(Boolean);
    const wrong = isShaped ? caseProblem(value as LabCase) : null;
    return wrong === null || createError({ message: wrong });
  });
