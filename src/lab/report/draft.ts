import type { Outcome } from '@/core/outcome';
import { overclaims, staleSentences, type Overclaim } from '@/core/verdict/claims';
import { orderSentences } from '@/core/verdict/orderSentences';
import { partsOf } from '@/core/verdict/references';
import { OWN_WHAT, type Verdict } from '@/core/verdict/verdictSheet';
import { coverAll } from '@/core/lineUp/underCover';
import { coverWordsOf } from '../lineUp/coverWordsOf';
import { withDatabase } from '@/database/pool';
import type { RoundUpView } from '../model/roundUpView';
import type { BundleOrders } from './orders/bundleOrders';
import { draftReport } from './bundleReport';
import { refuseCovered } from '../outgoing/coverGate';
import { offeredFigures, type OfferedFigure } from './offeredFigures';
import { publishableOrders } from './orders/publishableOrders';

/** What a verdict under way is written with: how readers would see it, and what its figures are and bear. */
export interface Draft {
  html: string;
  /** By the reference as it stands in the text: its figure, or why there is none. */
  figures: Record<string, Outcome<string>>;
  overclaims: Overclaim[];
  offered: OfferedFigure[];
}

const textsOf = ({ summary, parts, entries }: Verdict): string[] => [
  summary,
  ...parts.map(({ body }) => body),
  ...entries.map(({ note }) => note),
];

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
    const { response, ranking } = order;
    const value = { order, placed, count: ranking.placed.length, better: response.better };
    return { known: true as const, value };
  };
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  const own = orders.order(OWN_WHAT);
  const sentences = own.known ? orderSentences(own.value.ranking, nameOf) : null;
  const names = orders.entries.map(({ name }) => name);
  const html = draftReport(bundle, orders, coverAll(verdict, words));
  refuseCovered(words, 'the draft', html);
  return {
    html,
    figures,
    overclaims: texts.flatMap((text) => [
      ...overclaims(text, bearing, nameOf),
      ...(sentences ? staleSentences(text, sentences, names) : []),
    ]),
    offered: offeredFigures(orders),
  };
}
