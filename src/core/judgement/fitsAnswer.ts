import { plural } from '../words';
import type { Advice } from './advice';

const COUNTS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'];

/**
 * How many fit a machine, and which of them is coolest where its margin lies clear of every other's: all margins share the room, the
 * limit and the rig, so that a gap over the sum of both intervals is more than enough to tell two of them.
 *
 * Example: ‘Three fit; Galerna Twin is the coolest of them.’
 */
export function fitsAnswer(
  found: readonly Pick<Advice, 'entry' | 'status' | 'marginK' | 'interval95'>[],
  nameOf: (entry: string) => string,
): string {
  const fits = found.filter(({ status }) => status === 'fits');
  const open = found.filter(({ status }) => status === 'open');
  const count = COUNTS[fits.length] ?? String(fits.length);
  if (fits.length === 0)
    return open.length === 0
      ? 'None fits.'
      : `None surely fits; ${plural(open.length, 'entry is', 'entries are')} too close to call.`;
  if (fits.length === 1) return `One fits: ${nameOf(fits[0]!.entry)}.`;
  const [first, second] = [...fits].sort((a, b) => (b.marginK ?? 0) - (a.marginK ?? 0));
  const gapK = (first!.marginK ?? 0) - (second!.marginK ?? 0);
  const isApart = gapK > (first!.interval95 ?? 0) + (second!.interval95 ?? 0);
  return isApart
    ? `${count} fit; ${nameOf(first!.entry)} is the coolest of them.`
    : `${count} fit; the coolest of them are too close to call.`;
}
