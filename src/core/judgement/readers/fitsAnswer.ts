import { pairDifference } from '@/core/ranking/pairDifference';
import { countWord, plural, sentence } from '@/core/words';
import type { Advice } from './advice';

/**
 * How many fit a machine, and which of them is coolest where it is apart from the next by the difference that holds for all that fit at
 * once (FORMATS step 9).
 *
 * Example: ‘Three fit; Galerna Twin is the coolest of them.’
 */
export function fitsAnswer(
  found: readonly Pick<Advice, 'entry' | 'status' | 'rise'>[],
  nameOf: (entry: string) => string,
): string {
  const fits = found.filter(({ status }) => status === 'fits');
  const open = found.filter(({ status }) => status === 'open');
  const count = sentence(countWord(fits.length));
  if (fits.length === 0)
    return open.length === 0
      ? 'None fits.'
      : `None surely fits; ${plural(open.length, 'entry', 'entries')} may.`;
  if (fits.length === 1) return `One fits: ${nameOf(fits[0]!.entry)}.`;
  // Who fits has a rise: without one it could not be told.
  const [first, ...others] = [...fits].sort((a, b) => a.rise!.value - b.rise!.value);
  const isApart = others.every(({ rise }) => !pairDifference(first!.rise!, rise!, fits.length).isOpen);
  return isApart
    ? `${count} fit; ${nameOf(first!.entry)} is the coolest of them.`
    : `${count} fit; the coolest of them are too close to call.`;
}
