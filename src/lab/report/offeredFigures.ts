import { FIGURES, referenceText } from '@/core/verdict/references';
import { OWN_WHAT } from '@/core/verdict/verdictSheet';
import type { BundleOrders } from './orders/bundleOrders';

/** A figure to pick for a text: what is put in, how it is called, and what it tells now. */
export interface OfferedFigure {
  reference: string;
  label: string;
  value: string;
}

/** Of more entries, only neighbours in the order are offered as a difference. */
const MOST_PAIRED = 8;

/** The figures that a text can refer to at the own line and load: by entry and measure, and who differs from whom. */
export function offeredFigures({ entries, find, order, figure }: BundleOrders): OfferedFigure[] {
  const own = order(OWN_WHAT);
  const placed = own.known ? own.value.ranking.placed : [];
  const response = own.known ? own.value.response.id : OWN_WHAT.response;
  const kinds: [string, string][] =
    response === OWN_WHAT.response
      ? Object.entries(FIGURES)
      : [[response, own.known ? own.value.response.name.toLowerCase() : response]];
  const nameOf = (entry: string) => find(entry)?.name ?? entry;
  const made = (what: string, entry: string, label: string) => {
    const reference = { what, entry, at: null, loadW: null };
    const found = figure(reference);
    return found.known ? [{ reference: referenceText(reference), label, value: found.value }] : [];
  };
  const single = entries.flatMap(({ entry, name }) =>
    kinds.flatMap(([what, called]) => made(what, entry, `${name}, ${called}`)),
  );
  const pairs = placed.flatMap((one, i) =>
    (placed.length <= MOST_PAIRED ? placed.slice(i + 1) : placed.slice(i + 1, i + 2)).flatMap((other) =>
      made(
        response,
        `${one.entry} less ${other.entry}`,
        `${nameOf(one.entry)} less ${nameOf(other.entry)}, difference`,
      ),
    ),
  );
  return [...single, ...pairs];
}
