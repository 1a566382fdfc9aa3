import type { FieldValues, Resolver } from 'react-hook-form';

/** A form's rules, asked for when they are first needed: a page that shows a form to everybody does not load them for those who only look. */
export function lateResolver<In extends FieldValues, Context, Out extends FieldValues>(
  rules: () => Promise<Resolver<In, Context, Out>>,
): Resolver<In, Context, Out> {
  return async (typed, ...form) => {
    const found = await rules().catch(() => null);
    // Where they do not come, whoever is sent the form does not answer either, and says so.
    return found ? found(typed, ...form) : { values: typed as FieldValues as Out, errors: {} };
  };
}
