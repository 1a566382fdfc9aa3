import type { ReadersCopy } from '@/contracts/readersCopy';
import { AXES, type Axis } from '@/core/curves/axis';
import { BEYOND_ALL, curveEnds } from '@/core/curves/shown/curveEnds';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import { leadSentence } from '@/core/verdict/leadSentence';
import type { ReadersLoad, ReadersOrder } from '@/contracts/readersCopy';
import { chosenOrders, lineOf, WAY_NAMES, type Choice } from './choice';

/** The order that a reader asked for. */
export interface Standing {
  response: ReadersOrder['response'];
  load: ReadersLoad;
  /** Loads that there are to choose from. */
  loads: readonly ReadersLoad[];
  axis: Axis;
  /** Where the line stands; null for a way that has none. */
  at: number | null;
  /** The curves as they are drawn, without what is left out. */
  curves: readonly EntryCurve[];
  ranking: Ranking;
  /** “at 33.0 dB(A)”. */
  where: string;
  /** The order in one sentence, and where it ties. */
  answer: string;
  ties: string[];
}

/** The order by a reader’s choice, by the rule of every order of the application. */
export function standingOf(copy: ReadersCopy, choice: Choice): Standing {
  const along = chosenOrders(copy, choice);
  const line = lineOf(copy, choice);
  const order = along.get(line?.against ?? 'noise') ?? [...along.values()][0]!;
  const load = order.loads.find(({ key }) => key === choice.load) ?? order.loads[0]!;
  const hidden = new Set(choice.hidden);
  const curves = load.curves.filter(({ entry }) => !hidden.has(entry));
  const ranked = line ? curves : curveEnds(curves, choice.way === 'full' ? 'last' : 'first');
  const ranking = rankAtLine(ranked, { ...load.rule, lineDb: line?.at ?? BEYOND_ALL });
  const axis = AXES[order.against];
  const where = line ? `at ${line.at.toFixed(axis.decimals)} ${axis.unit}` : WAY_NAMES[choice.way];
  const names = new Map(copy.entries.map(({ entry, name }) => [entry, name]));
  const nameOf = (entry: string) => names.get(entry) ?? entry;
  const { response } = order;
  const { decimals, unit } = response;
  return {
    ...{ response, load, loads: order.loads, axis, at: line?.at ?? null, curves, ranking, where },
    answer: leadSentence(ranking, nameOf, { where, unit, decimals }),
    ties: ranking.brackets.flatMap((bracket) =>
      bracketSentences(
        bracket,
        ranking.placed.map(({ entry }) => nameOf(entry)),
        { factor: 1, decimals, unit },
      ),
    ),
  };
}
