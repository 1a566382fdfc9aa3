import { array, object, string, type ArraySchema, type ObjectSchema } from 'yup';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import {
  checkTrouble,
  INSTRUMENT_KINDS,
  type DailyCheck,
  type InstrumentKind,
  type RigBook,
} from '@/core/rig/instrument';
import { POWER_PLACES, type PowerPlace } from '@/core/reduction/powerPlace';
import type { RigSetup } from '@/core/rig/rigSetup';
import { bounded, day, finite, measure, text } from './fields';

const lengthCm = (most = 5000) =>
  finite().min(1, 'at least 1 cm').max(most, 'at most ${max} cm').required('a length in cm was expected');

/** A rig's setup: what a revision stands for. */
export const rigSetupSheet: ObjectSchema<RigSetup> = object({
  enclosure: text(100).min(1, 'open, or the name of the case'),
  caseFans: text(),
  meterDistanceCm: bounded('distanceCm').required('a length in cm was expected'),
  meterHeightCm: lengthCm(),
  coolerHeightCm: lengthCm(),
  probeDistanceCm: lengthCm(),
  probeHeightCm: lengthCm(),
  roomDepthCm: lengthCm(),
  roomHeightCm: lengthCm(),
  microphone: text(),
  processor: text(),
  clockMhz: measure(),
  voltageV: measure(),
  powerSetting: text(),
  powerAt: string<PowerPlace>()
    .oneOf([...POWER_PLACES], 'die, board or wall was expected')
    .default('die'),
  limitC: bounded('limitC').required('a limit in °C was expected'),
  regulatorLimitC: bounded('limitC').nullable().default(null),
  cardLimitC: bounded('limitC').nullable().default(null),
  interfaceMaterial: text(),
  interfaceHabit: text(),
}).noUnknown();

/** What a rig's remounts scattered by, by load. */
export const rigRemounts: ArraySchema<RigRemounts[], object> = array(
  object({
    loadW: bounded('powerW').required('watts were expected').moreThan(0, 'watts above 0 were expected'),
    freedom: finite().moreThan(0, 'degrees of freedom above 0').max(1e6).required(),
    varianceK2: finite().min(-1e4).max(1e4).required('a variance in K² was expected'),
  }).noUnknown(),
)
  .max(100)
  .required();

/** Instruments and checks of a rig. */
export const rigBookSheet: ObjectSchema<RigBook> = object({
  instruments: array(
    object({
      name: text(100).min(1, 'the instrument needs a name'),
      kind: string<InstrumentKind>()
        .oneOf([...INSTRUMENT_KINDS])
        .required(),
      range: text(100),
      resolution: text(100),
      grade: text(100),
      calibratedOn: day(),
      dueOn: day(),
    }),
  )
    .max(60)
    .default([]),
  checks: array(
    object({
      on: day().required('a day was expected'),
      at: string()
        .matches(/^(?:[01]\d|2[0-3]):[0-5]\d$|^$/, 'an hour as 17:30 was expected')
        .optional(),
      kind: string<DailyCheck['kind']>().oneOf(['calibrator', 'cold start', 'second probe']).required(),
      reading: finite().min(-100).max(200).required('a reading was expected'),
      note: text(),
    }).test('can-be', (check, context) => {
      // What is no reading at all is told by its bounds.
      if (!(check.reading >= -100 && check.reading <= 200)) return true;
      const trouble = checkTrouble(check);
      return trouble === '' || context.createError({ message: trouble });
    }),
  )
    .max(5000)
    .default([]),
}).noUnknown();
