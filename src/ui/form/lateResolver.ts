import type { FieldValues, Resolver } from 'react-hook-form';

/** A form's rules, asked for when they are first needed: a page that shows a form to everybody does not load them for those who only look. */
export function lateResolver<In extends FieldValues, Context, Out>(
  rules: () => Promise<Resolver<In, Context, Out>>,
): Resolver<In, Context, Out> {
  return async (...form) => (await rules())(...form);
}
