import { yupResolver } from '@hookform/resolvers/yup';
import { object, string } from 'yup';
import { MOST } from '@/core/bounds';
import type { Question } from '@/core/brief/questions';
import { ASK_RIG, NEW_RIG } from './rigChoice';

const title = (missing: string) =>
  string().trim().required(missing).max(MOST.title, 'at most ${max} characters');

/** A round-up from nothing. */
export const newRoundUp = yupResolver(
  object({
    title: title('the round-up needs a title'),
    question: string<Question>().required(),
    rig: string().required().notOneOf([ASK_RIG], 'which rig is it measured on?'),
    rigName: string()
      .trim()
      .max(100, 'at most ${max} characters')
      .default('')
      .when('rig', ([rig], field) => (rig === NEW_RIG ? field.required('the rig needs a name') : field)),
  }),
);

/** Another title, or the title of a copy. */
export const newTitle = yupResolver(object({ title: title('it needs a title') }));
