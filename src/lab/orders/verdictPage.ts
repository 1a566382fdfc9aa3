import { AXES } from '@/core/curves/axis';
import { leaderLayout } from './leaderLayout';
import { leadSentence } from '@/core/verdict/leadSentence';
import { roomSpanC } from './roomSpan';
import { questionOf } from '@/core/brief/questions';
import { money } from '@/core/lineUp/money';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { filterWords } from '@/core/lineUp/fitFilter';
import { missedLimits, missWords, NO_LIMITS } from '@/core/lineUp/roomLimits';
import { hasDie } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { bridgedRows } from '../bridge/bridgeView';
import { slippedRuns } from '../runs/notedRuns';
import { viewPrices } from '../lineUp/prices';
import type { RoundUpView } from '../model/roundUpView';
import { verdictOf, type VerdictQuery, type VerdictView } from './verdictView';

/** What of a verdict can be chosen, as its controls take it. */
export function choiceOf({ shown, loads, chosen, lineAt, view }: VerdictView) {
  return {
    lineAt,
    against: shown.against,
    place: shown.place,
    response: { id: shown.response.id },
    load: loadKey(chosen.load),
    loads: loads.map(({ load, label }) => ({ key: loadKey(load), label })),
    /** The brief's noise lines, the ranking one first. */
    linesDba: view.brief.noiseLinesDba,
    responses: shown.responses.map(({ id, name }) => ({ id, name })),
    places: shown.places,
    againsts: shown.againsts,
  };
}

export type VerdictChoice = ReturnType<typeof choiceOf>;

/** The order at a line, who does not fit a reader's wish, and what was carried over from another rig. */
export async function verdictPage(view: RoundUpView, query: VerdictQuery) {
  const verdict = await verdictOf(view, query);
  const { chosen, shown, lineAt, ranking, others, method, leftOut, sustained } = verdict;
  const { id, name, unit, decimals, better, assumed, absent, throttles } = shown.response;
  const { currency } = view.brief.limits;
  const known = new Map(
    (await viewPrices(view)).map(({ entry, price }) => [
      entry.code,
      { price, size: configuredSize(entry.product.body, entry.entry.body) },
    ]),
  );
  const load = loadKey(chosen.load);
  const isRise = throttles && shown.against === 'noise';
  const bridged = isRise
    ? await bridgedRows(view, { load, lineDb: lineAt })
    : { rows: [], refused: [], broken: [] };
  const nameOf = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const atLoad = view.runs.filter((run) => loadKey(run) === load && run.setAside === '');
  return {
    bridged,
    roundUpId: view.roundUp.id,
    entries: view.entries.map((entry, position) => {
      const { price, size } = known.get(entry.entry)!;
      const amount = price.known ? price.value : null;
      const priced = { price: amount, priceWords: money(amount, currency) };
      // What does not fit the limits of the Brief, in words.
      const misses = missedLimits({ ...size, sockets: [], price }, { ...NO_LIMITS, ...view.brief.limits });
      return { ...entry, ...size, ...priced, position, against: missWords(misses) };
    }),
    choice: choiceOf(verdict),
    load,
    loadLabel: chosen.label,
    /** The order in one sentence that holds. */
    sentence: leadSentence(ranking, (entry) => nameOf.get(entry)!, {
      where: `at ${lineAt.toFixed(AXES[shown.against].decimals)} ${AXES[shown.against].unit}`,
      ...{ unit, decimals },
    }),
    /** Where entries are compared: noise, dB(A), speed, rpm, or duty, %. */
    lineAt,
    /** What is ranked and against what. */
    response: { id, name, unit, decimals, better, assumed, absent, throttles },
    against: shown.against,
    place: shown.place,
    /** There is something else to rank. */
    hasOthers: shown.responses.length > 1,
    referenceAmbientC: chosen.rule.referenceAmbientC,
    /** What is compared, as a heading: cooler, fan. */
    noun: questionOf(view.brief.question).one,
    /** Runs that widen a ± and are mostly slips. */
    slips: await slippedRuns(view),
    ranking,
    /** The order at the brief's other noise lines. */
    others,
    method,
    sustained,
    /** The leader as a layout, with what it does to each part. */
    leader:
      shown.against === 'noise'
        ? await leaderLayout(view, ranking.placed[0]?.entry, { load, lineDb: lineAt })
        : null,
    filter: {
      isOn: query.filter !== undefined,
      /** What it asks, in words. */
      asked: query.filter ? filterWords({ ...query.filter, currency }) : [],
      /** How many are left, of how many. */
      kept: view.entries.length - leftOut.length,
      all: view.entries.length,
      leftOut: leftOut.map(({ entry, why }) => ({ entry, why, product: nameOf.get(entry)! })),
    },
    /** Nothing at this load has a die: what the verdict ranks was not measured. */
    roomC: shown.response.throttles ? roomSpanC(view, chosen.load) : null,
    withoutDie: atLoad.length > 0 && !atLoad.some(hasDie),
  };
}

export type VerdictData = Awaited<ReturnType<typeof verdictPage>>;
export type VerdictEntry = VerdictData['entries'][number];
export type FilterData = VerdictData['filter'];
