import { array, object, string, type ObjectSchema } from 'yup';
import type { ProbePlace } from '@/core/bench/probe';
import { USUAL_PLACES, type Brief } from '@/core/brief/brief';
import { QUESTIONS, type Question } from '@/core/brief/questions';
import { SCHOOLS, type SchoolKey } from '@/core/brief/schools';
import { MOST } from '@/core/bounds';
import { bounded, counted, currency, day, finite, measure, text } from './fields';

const level = () => bounded('levelDb').required('a level was expected');

const school = ({ choices }: (typeof SCHOOLS)[number]) =>
  object({
    choice: string()
      .oneOf(
        choices.map((choice) => choice.value),
        'not one of the choices',
      )
      .default(choices[0]!.value),
    reason: text(1000),
  });

/** Which choice was made of each school, and why. */
const schools = object(
  Object.fromEntries(SCHOOLS.map((other) => [other.key, school(other)])) as Record<
    SchoolKey,
    ReturnType<typeof school>
  >,
);

/** A round-up's brief. */
export const briefSheet: ObjectSchema<Brief> = object({
  question: string<Question>()
    .oneOf(QUESTIONS.map((other) => other.value))
    .required(),
  schools,
  loads: array(
    object({
      watts: bounded('powerW').required('a heat load was expected'),
      program: text(100),
      gpuWatts: bounded('powerW').default(0),
    }),
  )
    .min(1, 'at least one heat load')
    .max(MOST.loads, 'at most ${max} heat loads')
    .required(),
  noiseLinesDba: array(level()).min(1, 'at least one noise line').max(6).required(),
  bandDba: object({
    from: level(),
    to: level().when('from', ([from], schema) =>
      schema.moreThan(from as number, 'the band must end above where it begins'),
    ),
  }),
  referenceAmbientC: bounded('temperatureC').required('a room temperature was expected'),
  windowS: bounded('windowS').required(),
  places: array(
    object({
      quantity: string<ProbePlace['quantity']>().oneOf(['airspeed', 'pressure']).required(),
      place: text(100).min(1, 'where is it read?'),
    }).noUnknown(),
  )
    .max(12, 'at most ${max} places')
    .default(() => USUAL_PLACES.map((place) => ({ ...place })))
    .test('twins', 'one place is listed twice', (places) => {
      // Runs before the places themselves are checked: one of them may be nothing.
      const names = places.map((place: ProbePlace | null) => `${place?.quantity} ${place?.place}`);
      return new Set(names).size === names.length;
    }),
  passes: counted(20).required(),
  mounts: counted(20).required(),
  limits: object({
    heightMm: measure(),
    memoryMm: measure(),
    radiatorMm: measure(),
    budget: measure(1e6),
    currency: currency(),
  }),
  region: text(40),
  rates: array(
    object({
      currency: currency(),
      rate: finite()
        .moreThan(0, 'a rate is over nothing')
        .max(1e6, 'over ${max}')
        .required('a rate was expected'),
    }).noUnknown(),
  )
    .max(20, 'at most ${max} currencies')
    .default([])
    .test('twins', 'one currency is listed twice', (rates) => {
      const names = rates.map((rate: { currency: string } | null) => rate?.currency);
      return new Set(names).size === names.length;
    }),
  deadline: day(),
  embargo: day(),
}).noUnknown();
