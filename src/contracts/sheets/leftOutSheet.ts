import { array, object, type ArraySchema } from 'yup';
import type { LeftOutPoint } from '@/core/plan/leftOut';
import { bounded, counted, text } from './fields';

/** Points that the bench left out, as a bundle lists them. */
export const leftOutPoints: ArraySchema<LeftOutPoint[], object> = array(
  object({
    entry: text(1000).min(1, 'an entry was expected'),
    mount: counted().required('a mount was expected'),
    loadW: bounded('powerW').required('watts were expected'),
    loadName: text(1000),
    gpuLoadW: bounded('powerW').default(0),
    setting: text(1000).min(1, 'a setting was expected'),
    pass: counted().required('a pass was expected'),
    why: text(1000).min(1, 'a reason was expected'),
  }).noUnknown(),
)
  .max(20_000)
  .required();
