import type { Outcome } from '@/core/outcome';
import { overclaims, type Overclaim } from '@/core/verdict/claims';
import { orderSentences } from '@/core/verdict/orderSentences';
import { FIGURES, partsOf, referenceText } from '@/core/verdict/references';
import { OWN_WHAT, type Verdict } from '@/core/verdict/verdictSheet';
import { coverAll } from '@/core/lineUp/underCover';
import { coverWordsOf } from '../lineUp/coverWordsOf';
import { withDatabase } from '@/database/pool';
import type { RoundUpView } from '../model/roundUpView';
import type { BundleOrders } from './bundleOrders';
import { draftReport } from './bundleReport';
import { refuseCovered } from '../outgoing/coverGate';
import { publishableOrders } from './publishableOrders';

/** What a verdict under way is written with: how readers would see it, and what its figures are and bear. */
export interface Draft {
  html: string;
  /** By the reference as it stands in the text: its figure, or why there is none. */
  figures: Record<string, Outcome<string>>;
  overclaims: Overclaim[];
  /** What a text can refer to: by entry and figure, and who differs from whom. */
  offered: { reference: string; label: string; value: string }[];
}

const textsOf = ({ summary, parts, entries }: Verdict): string[] => [
  summary,
  ...parts.map(({ body }) => body),
  ...entries.map(({ note }) => note),
];

/** Of more entries, only neighbours in the order are offered as a difference. */
const MOST_PAIRED = 8;

function offeredBy({ entries, find, order, figure }: BundleOrders): Draft['offered'] {
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

/** Sentences that were taken from the order and do not follow from it any more. */
function staleSentences(text: string, { entries, find, order }: BundleOrders): Overclaim[] {
  const own = order(OWN_WHAT);
  if (!own.known) return [];
  const nameOf = (entry: string) => find(entry)?.name ?? entry;
  const now = new Set(orderSentences(own.value.ranking, nameOf));
  const starts = entries.map(({ name }) => name);
  return text
    .split(/(?<=[.!?])\s+|\n+/)
    .map((part) => part.trim())
    .filter(
      (part) =>
        starts.some((name) => part.startsWith(name)) &&
        /( is [a-z]+(-[a-z]+)?( to [a-z-]+: too close to call)?| tie for [a-z-]+ place)\.$/.test(part) &&
        !now.has(part),
    )
    .map((sentence) => ({ sentence, references: [], why: 'the order does not say so any more' }));
}

/**
 * A verdict as it is being written, saved or not: as readers would see it, with its figures. What is covered goes under its cover.
 * Nothing is kept.
 */
export async function draftOf(view: RoundUpView, verdict: Verdict): Promise<Draft> {
  const words = await withDatabase((db) => coverWordsOf(db, view.roundUp.id));
  const { bundle, orders } = await publishableOrders(view);
  // Figures are asked by what stands in the editor, pages by what leaves the lab.
  const texts = textsOf(verdict);
  const figures: Draft['figures'] = {};
  for (const part of texts.flatMap(partsOf))
    if (typeof part !== 'string' && !Object.hasOwn(figures, part.text)) {
      const covered = { ...part.reference, entry: words.text(part.reference.entry) };
      figures[part.text] = orders.figure(covered);
    }
  const bearing = (reference: Parameters<BundleOrders['refer']>[0]) => {
    const found = orders.refer({ ...reference, entry: words.text(reference.entry) });
    if (!found.known) return found;
    const { order, placed } = found.value;
    return { known: true as const, value: { order, placed, count: order.ranking.placed.length } };
  };
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  const html = draftReport(bundle, orders, coverAll(verdict, words));
  refuseCovered(words, 'the draft', html);
  return {
    html,
    figures,
    overclaims: texts.flatMap((text) => [
      ...overclaims(text, bearing, nameOf),
      ...staleSentences(text, orders),
    ]),
    offered: offeredBy(orders),
  };
}
