import { array, object, string, type ObjectSchema } from 'yup';
import { AGAINST, type Against } from '@/core/curves/curveRule';
import {
  AWARD_KINDS,
  PART_KINDS,
  type AwardKind,
  type PartKind,
  type Verdict,
} from '@/core/verdict/verdictSheet';
import { finite, text } from './fields';

/** Characters of a text of the verdict. */
export const MOST_WORDS = 20_000;

const what = object({
  response: text(60),
  place: text(200),
  against: string<Against>()
    .oneOf([...AGAINST])
    .default('noise'),
  at: finite().min(-20, 'under ${min}').max(60_000, 'over ${max}').nullable().default(null),
  load: text(200),
}).noUnknown();

const line = () => text(1000).min(1, 'an empty line');

/** What a reviewer writes of a round-up. */
export const verdictSheet: ObjectSchema<Verdict> = object({
  summary: text(MOST_WORDS),
  parts: array(
    object({
      kind: string<PartKind>()
        .oneOf([...PART_KINDS])
        .required(),
      title: text(200),
      body: text(MOST_WORDS),
      what,
    }).noUnknown(),
  )
    .max(60, 'at most ${max} parts')
    .default([]),
  entries: array(
    object({
      entry: text(200).min(1, 'of which entry?'),
      pros: array(line()).max(20).default([]),
      cons: array(line()).max(20).default([]),
      note: text(MOST_WORDS),
      photos: array(
        object({
          photo: string()
            .matches(/^[0-9a-f]{16}\.(png|jpg|webp)$/, 'no photograph of the lab')
            .required(),
          alt: text(400),
        }).noUnknown(),
      )
        .max(20, 'at most ${max} photographs of an entry')
        .default([]),
    }).noUnknown(),
  )
    .max(1000)
    .default([])
    .test('twins', 'one entry is listed twice', (entries) => {
      const names = entries.map((entry: { entry: string } | null) => entry?.entry);
      return new Set(names).size === names.length;
    }),
  awards: array(
    object({
      kind: string<AwardKind>()
        .oneOf([...AWARD_KINDS])
        .required(),
      name: text(100).min(1, 'the award needs a name'),
      entry: text(200).min(1, 'to which entry?'),
      reason: text(1000),
    }).noUnknown(),
  )
    .max(20)
    .default([]),
}).noUnknown();
