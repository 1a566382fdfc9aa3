import { pairDifference } from '../ranking/pairDifference';
import type { Ranking } from '../ranking/rankAtLine';
import { inARow, plural } from '../words';

/** As many names as a headline bears. */
const MOST_NAMES = 4;

/**
 * An order in one sentence that holds: who leads and by how much, who ties for first, or that nothing can be ranked. `where` says at
 * what it is asked, “at 33.0 dB(A)”. The difference is told with the interval that holds for all differences at once (FORMATS step 9).
 *
 * Where all top out, the loudest settings are compared, and the sentence says so.
 *
 * Example: ‘Jaloque 360 leads at 33.0 dB(A), 2.8 ± 0.7 K ahead of Tramontana.’
 */
export function leadSentence(
  { placed }: Pick<Ranking, 'placed'>,
  nameOf: (entry: string) => string,
  scale: { where: string; unit: string; decimals: number },
): string {
  if (placed.length > 1 && placed.every(({ status }) => status === 'tops-out'))
    return `Every entry tops out ${scale.where}. ${orderSentence(placed, nameOf, { ...scale, where: 'at the loudest settings' })}`;
  return orderSentence(placed, nameOf, scale);
}

function orderSentence(
  placed: Ranking['placed'],
  nameOf: (entry: string) => string,
  { where, unit, decimals }: { where: string; unit: string; decimals: number },
): string {
  const [lead, next] = placed;
  if (!lead) return `No entry can be ranked ${where}.`;
  if (!next) return `Only ${nameOf(lead.entry)} can be ranked ${where}.`;
  const maybeFirst = placed.filter(({ placeFrom }) => placeFrom === 1);
  if (maybeFirst.length === 1) {
    // Behind those that hold the load stand those that throttle, whatever their kelvins.
    if (next.status === 'throttled')
      return lead.status === 'throttled'
        ? `${nameOf(lead.entry)} leads ${where}, though all throttle.`
        : `${nameOf(lead.entry)} leads ${where}: the others throttle.`;
    const { difference, interval95 } = pairDifference(lead, next, placed.length);
    const by = `${Math.abs(difference).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    return `${nameOf(lead.entry)} leads ${where}, ${by} ahead of ${nameOf(next.entry)}.`;
  }
  if (maybeFirst.length === placed.length && placed.length > 2)
    return `Too close to call ${where}: all ${placed.length} tie.`;
  if (maybeFirst.length > MOST_NAMES)
    return `Too close to call ${where}: ${plural(maybeFirst.length, 'entry', 'entries')} may be first.`;
  const names = inARow(maybeFirst.map(({ entry }) => nameOf(entry)));
  // A range that ends behind those who may be first overlaps with another: then it is no tie of these alone.
  return maybeFirst.every(({ placeTo }) => placeTo === maybeFirst.length)
    ? `${names} tie for first place ${where}.`
    : `First place is too close to call ${where}: ${names} may each hold it.`;
}
