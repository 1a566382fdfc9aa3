import { awardCase, quietLine } from '@/core/verdict/awardCase';
import { awardOffers, type AwardOffer } from '@/core/verdict/awards';
import { orderSentences } from '@/core/verdict/orderSentences';
import {
  firstVerdict,
  PART_KINDS,
  type PartKind,
  type Verdict,
  type VerdictFacts,
} from '@/core/verdict/verdictSheet';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { loadKey } from '@/core/runs/load';
import { timeWords } from '@/core/timeWords';
import { placedEntries } from '../model/pageEntries';
import { withDatabase } from '@/database/pool';
import { listSheetChanges, readSheet, type KeptSheet } from '@/database/lineUp/sheets';
import { memoized } from '../model/cachedUntilWritten';
import { viewJudgement } from '@/lab/orders/beyond/judgementView';
import { viewPrices } from '../lineUp/prices';
import { viewPublished, type PublishedView } from './shares';
import { availableResponses } from '../model/responseView';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { verdictOf } from '../orders/verdictView';

export interface WriteView {
  sheet: KeptSheet<Verdict>;
  history: { id: number; changedAt: Date; who: string; body: Verdict }[];
  offers: AwardOffer[];
  /** Sentences about the order that claim no more than it bears. */
  sentences: string[];
  /** Kinds of parts that there is something for. */
  kinds: PartKind[];
  loads: { key: string; label: string }[];
  responses: { id: string; name: string }[];
  published: PublishedView;
}

/** Awards by their rules, and sentences about the order at the own line. */
const offersOf = memoized(async (view: RoundUpView): Promise<Pick<WriteView, 'offers' | 'sentences'>> => {
  const { placed } = (await verdictOf(view, {})).ranking;
  const names = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const sentences = orderSentences({ placed }, (entry) => names.get(entry) ?? entry);
  const judged = await viewJudgement(view, { lineDb: view.roundUp.noiseLineDba, load: '' });
  if (!judged || !judged.shown.response.throttles) return { offers: [], sentences };
  const quiet = await verdictOf(view, { line: String(quietLine(view.brief)) });
  const prices = await viewPrices(view);
  const offers = awardOffers(
    awardCase({
      brief: view.brief,
      lineDb: view.roundUp.noiseLineDba,
      placed: judged.judged.map((item) => item.placed),
      placedQuiet: quiet.ranking.placed,
      detail: new Map(judged.judged.map((item) => [item.placed.entry, item.detail])),
      curves: judged.judged.map((item) => item.curve),
      entries: prices.map(({ entry, price }) => ({
        entry: entry.code,
        name: names.get(entry.code) ?? entry.code,
        // The pump of a liquid loop is low, and its radiator is not small.
        heightMm:
          entry.product.body.kind === 'liquid'
            ? null
            : configuredSize(entry.product.body, entry.entry.body).heightMm,
        price,
      })),
    }),
  );
  return { offers, sentences };
});

const MOST_HISTORY = 30;

/** What a round-up's verdict can be of. */
async function factsOf(view: RoundUpView): Promise<VerdictFacts> {
  const { responses } = await availableResponses(view);
  const { offers } = await offersOf(view);
  return {
    question: view.brief.question,
    responses: responses.map(({ id }) => id),
    hasSounds: responses.some(({ keptWith }) => keptWith === 'recordings'),
    hasAwards: offers.length > 0,
  };
}

/** The verdict that a round-up begins with, by its question and what it has measured. */
export const startOf = async (view: RoundUpView): Promise<Verdict> => firstVerdict(await factsOf(view));

/** Kinds of parts that a round-up has something for. */
async function partKinds(view: RoundUpView): Promise<PartKind[]> {
  const { hasSounds, hasAwards } = await factsOf(view);
  const isEmpty = view.runs.length === 0;
  const none: Partial<Record<PartKind, boolean>> = {
    ...{ ranking: isEmpty, curves: isEmpty, bars: isEmpty, awards: !hasAwards, sounds: !hasSounds },
  };
  return PART_KINDS.filter((kind) => !none[kind]);
}

/** What a verdict is written with: what stands of it, what was written before, and what the data offer. */
export async function viewWriting(view: RoundUpView): Promise<WriteView> {
  const { id } = view.roundUp;
  const { sheet, changes } = await withDatabase(async (db) => ({
    sheet: await readSheet(db, 'verdict', id),
    changes: await listSheetChanges(db, 'verdict', id),
  }));
  const { responses } = await availableResponses(view);
  return {
    sheet: sheet ?? { version: 0, body: await startOf(view) },
    kinds: await partKinds(view),
    history: changes
      .slice(-MOST_HISTORY)
      .reverse()
      .map(({ id: change, changedAt, who, isNow }) => ({ id: change, changedAt, who, body: isNow })),
    ...(await offersOf(view)),
    loads: riseCurves(view).map(({ load, label }) => ({ key: loadKey(load), label })),
    responses: responses
      .filter(({ keptWith }) => keptWith !== 'run')
      .map(({ id: response, name }) => ({ id: response, name })),
    published: await viewPublished(id),
  };
}

/** The same as its page shows it, at a moment. */
export async function writePage(view: RoundUpView, now: Date) {
  const { published, history, ...found } = await viewWriting(view);
  const isOver = (at: Date | null) => at !== null && at.getTime() <= now.getTime();
  const { embargo } = view.brief;
  return {
    ...found,
    roundUpId: view.roundUp.id,
    lineDb: view.roundUp.noiseLineDba,
    /** Day that the brief names as the end of the embargo; empty where it names none that is to come. */
    embargo: embargo > now.toISOString().slice(0, 10) ? embargo : '',
    history: history.map(({ changedAt, ...change }) => ({ ...change, changedAt: timeWords(changedAt) })),
    entries: placedEntries(view),
    versions: published.versions.map(({ version, publishedAt, who, embargoUntil, reason, changes }) => ({
      ...{ version, who, reason, changes, publishedAt: timeWords(publishedAt) },
      embargoUntil: embargoUntil ? timeWords(embargoUntil) : '',
      isHeld: embargoUntil !== null && !isOver(embargoUntil),
    })),
    links: published.links.map(({ token, version, endsAt, revokedAt, openings }) => ({
      ...{ token, version, openings, isOpen: revokedAt === null && !isOver(endsAt) },
      endsAt: endsAt ? timeWords(endsAt) : '',
      revokedAt: revokedAt ? timeWords(revokedAt) : '',
    })),
  };
}

export type WriteData = Awaited<ReturnType<typeof writePage>>;
