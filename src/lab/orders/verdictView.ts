import { AXES } from '@/core/curves/axis';
import { firstLine } from '@/core/curves/firstLine';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { loadKey } from '@/core/runs/load';
import { NO_FILTER, type FitFilter } from '@/core/lineUp/fitFilter';
import { memoized } from '../model/cachedUntilWritten';
import { leftOutBy, type LeftOutEntry } from './readers/readersFit';
import { sustainedBy, type Sustained } from './sustained';
import { methodSentences } from '../planning/methodSentence';
import { responseChoice, viewResponse, type ResponseChoice, type ResponseView } from '../model/responseView';
import { riseCurves, viewRoundUp, type LoadCurves, type RoundUpView } from '../model/roundUpView';

/** What an address asks of the verdict; the round-up's own where it names nothing that exists. */
export interface VerdictQuery extends ResponseChoice {
  load?: string | undefined;
  /** Noise line, dB(A). */
  line?: string | undefined;
  /** Speed, rpm, or duty, %, where it stands against one. */
  at?: string | undefined;
  /** What a reader can take: entries that do not fit are left out of the order. */
  filter?: Omit<FitFilter, 'currency'> | undefined;
}

export interface VerdictView {
  view: RoundUpView;
  shown: ResponseView;
  loads: LoadCurves[];
  chosen: LoadCurves;
  /** Where on the axis entries are compared: noise, dB(A), speed, rpm, or duty, %. */
  lineAt: number;
  ranking: Ranking;
  /** The order at the brief's other noise lines. */
  others: { lineDb: number; ranking: Ranking }[];
  method: string[];
  /** What does not fit, and why. */
  leftOut: LeftOutEntry[];
  /** What those that do not hold the load kept going. */
  sustained: Record<string, Sustained>;
}

/** A filter as an address has it, by the names of What fits; none where it asks nothing of an entry. */
function filterIn(query: Record<string, string | string[] | undefined>): VerdictQuery['filter'] {
  const number = (name: string, most: number) => {
    const text = [query[name]].flat()[0];
    const value = text ? Number(text) : Number.NaN;
    return value >= 0 && value <= most ? value : null;
  };
  const asked = {
    ...{ heightMm: number('height', 2000), memoryMm: number('memory', 500) },
    ...{ fanThicknessMm: number('thick', 200), radiatorMm: number('radiator', 2000) },
    ...{ radiatorDepthMm: number('deep', 300), budget: number('budget', 1e6) },
    socket: ([query.socket].flat()[0] ?? '').slice(0, 100).trim(),
    // Links of earlier versions call the heat “holds”.
    watts: number('watts', 5000) ?? number('holds', 5000),
  };
  if (Object.values(asked).every((value) => value === null || value === '')) return undefined;
  const [limitC, roomC] = [number('limit', 150), number('room', 60)];
  // No heat can be held where the room is as warm as the limit.
  const isRoom = limitC === null || roomC === null || limitC > roomC;
  return { ...NO_FILTER, ...asked, ...(isRoom && { limitC, roomC }) };
}

/** What an address says; what is none is left out. */
export function verdictQuery(query: Record<string, string | string[] | undefined>): VerdictQuery {
  const text = (name: string) => [query[name]].flat()[0] || undefined;
  return {
    ...responseChoice(query),
    ...{ load: text('load'), line: text('line'), at: text('at'), filter: filterIn(query) },
  };
}

/** As `verdictOf`, of a round-up by its id; null where there is none. */
export async function viewVerdict(id: number, query: VerdictQuery): Promise<VerdictView | null> {
  const view = await viewRoundUp(id);
  return view && verdictOf(view, query);
}

const MOST_RANKINGS = 24;
const rankingsOf = memoized((_: RoundUpView) => new Map<string, Ranking>());

const orderAt = ({ curves, rule }: LoadCurves, lineAt: number): Ranking =>
  rankAtLine(curves, { ...rule, lineDb: lineAt });

/** The order of the die's rise at a noise line, remembered for those who look at the same. */
function rankedAt(view: RoundUpView, loadCurves: LoadCurves, lineDb: number): Ranking {
  const known = rankingsOf(view);
  const key = `${loadKey(loadCurves.load)}\n${lineDb}`;
  const found = known.get(key);
  if (found) return found;
  const ranking = orderAt(loadCurves, lineDb);
  if (known.size >= MOST_RANKINGS) known.clear();
  known.set(key, ranking);
  return ranking;
}

/** The order at a round-up's own line and first load. */
export function ownOrder(view: RoundUpView): { chosen: LoadCurves; ranking: Ranking } {
  const chosen = riseCurves(view)[0]!;
  return { chosen, ranking: rankedAt(view, chosen, view.roundUp.noiseLineDba) };
}

/** How many stand in the order that the verdict opens with, whatever it ranks. */
export const placedCount = memoized(async (view: RoundUpView): Promise<number> => {
  const byRise = ownOrder(view).ranking.placed.length;
  if (byRise > 0 || view.runs.length === 0) return byRise;
  return (await verdictOf(view, {})).ranking.placed.length;
});

/** Where the line stands: as asked, within what an axis can have, or where Curves opens with it. */
export function lineOf(view: RoundUpView, { against, loads }: ResponseView, query: VerdictQuery): number {
  const text = against === 'noise' ? query.line : query.at;
  const asked = Number(text);
  if (!text || !Number.isFinite(asked))
    return against === 'noise' ? view.roundUp.noiseLineDba : firstLine(loads[0]!.curves, AXES[against]);
  return Math.min(against === 'rpm' ? 60_000 : 120, Math.max(0, asked));
}

/** The room and the limit of a reader's machine; null where they are those of the round-up. */
function machineRoom(
  { roundUp }: RoundUpView,
  filter: VerdictQuery['filter'],
): { referenceAmbientC: number; limitC: number } | null {
  const own = { referenceAmbientC: roundUp.referenceAmbientC, limitC: roundUp.rig.limitC };
  const asked = {
    referenceAmbientC: filter?.roomC ?? own.referenceAmbientC,
    limitC: filter?.limitC ?? own.limitC,
  };
  const isOwn = asked.referenceAmbientC === own.referenceAmbientC && asked.limitC === own.limitC;
  return isOwn ? null : asked;
}

/** The ranking of a response at a line and load. */
export async function verdictOf(view: RoundUpView, query: VerdictQuery): Promise<VerdictView> {
  const { runs } = view;
  const shown = await viewResponse(view, query);
  const { loads, response, against } = shown;
  const found = loads.find(({ load }) => loadKey(load) === query.load) ?? loads[0]!;
  const machine = machineRoom(view, query.filter);
  const chosen = machine ? { ...found, rule: { ...found.rule, ...machine } } : found;
  const lineAt = lineOf(view, shown, query);
  const isRise = response.throttles;
  const whole = (at: number) =>
    isRise && against === 'noise' && !machine ? rankedAt(view, chosen, at) : orderAt(chosen, at);
  const { curves } = chosen;
  const { currency } = view.brief.limits;
  const leftOut = query.filter
    ? await leftOutBy(view, { ...query.filter, currency }, whole(lineAt).placed)
    : [];
  const isOut = new Set(leftOut.map(({ entry }) => entry));
  // Who is left is compared among themselves alone: fewer differences are looked at, and places begin at 1.
  const kept = { ...chosen, curves: curves.filter(({ entry }) => !isOut.has(entry)) };
  const rank = (at: number) => (isOut.size > 0 ? orderAt(kept, at) : whole(at));
  const ranking = rank(lineAt);
  const atLoad = runs.filter((run) => loadKey(run) === loadKey(chosen.load));
  const otherLines = against === 'noise' ? view.brief.noiseLinesDba.filter((line) => line !== lineAt) : [];
  return {
    view,
    shown,
    loads,
    chosen,
    lineAt,
    ranking,
    leftOut,
    sustained: isRise ? await sustainedBy(view, { load: chosen.load, against, lineAt }, ranking.placed) : {},
    others: otherLines.map((lineDb) => ({ lineDb, ranking: rank(lineDb) })),
    method: methodSentences(view, view.brief, {
      runs: atLoad,
      load: loadKey(chosen.load),
      label: chosen.label,
      program: chosen.load.loadName !== '',
      shown,
      lineAt,
    }),
  };
}
