import { fieldAt, mountedBy, spreadOf, weighed, type Field, type MountDoubt } from './field';

/**
 * What is in doubt by mounts and passes of a measure that hangs on an entry’s settings, each by so much of it for a unit of theirs: the same
 * model, with other weights (DOUBT a to f; GUM, JCGM 100, 5.1). Null where the entry has no place at the line that it is taken for.
 *
 * @param weights by setting of its sweep; their sum is what the measure moves by as the whole curve does
 */
export function measureDoubt(
  field: Field,
  line: number,
  { entry, value, weights }: { entry: string; value: number; weights: readonly number[] },
): Pick<MountDoubt, 'spread' | 'passes'> | null {
  const at = fieldAt(field, line);
  const known = at.doubts.get(entry);
  const sweep = field.sweeps.find((other) => other.entry === entry);
  const sum = weights.reduce((all, weight) => all + weight, 0);
  if (!known || !sweep || sum === 0) return null;
  const by = { value, slope: known.slope };
  const settings = weighed(
    field,
    sweep,
    weights.map((weight) => weight / sum),
    by,
  );
  const { spread, passes } = spreadOf(field, at, mountedBy(sweep, settings, at.pass), by);
  return { spread: { ...spread, variance: spread.variance * sum ** 2 }, passes: passes * sum ** 2 };
}
