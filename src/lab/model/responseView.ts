import { dutyOfLabel } from '@/core/bench/settingDuty';
import { AGAINST, type Against } from '@/core/curves/curveRule';
import { responseOf, RESPONSES, RISE, type Response } from '@/core/responses/responses';
import type { RankedRun } from '@/core/roundUp/roundUp';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import {
  countValues,
  listAllValues,
  listScores,
  listValues,
  type PlainValue,
} from '@/database/runs/runValues';
import { memoized } from './cachedUntilWritten';
import { roundUpOfLab } from './roundUpOfLab';
import { loadCurves, loadsOf, riseCurves, type LoadCurves, type RoundUpView } from './roundUpView';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { onOneScale, scaleWords, type ScoreScale } from '@/core/responses/scoreScale';
import { plural } from '@/core/words';
import { sonesOf } from '../sound/soundView';

export interface ResponseChoice {
  response?: string | undefined;
  against?: Against | undefined;
  place?: string | undefined;
}

export interface ResponseView {
  response: Response;
  against: Against;
  /** Where spot readings of the response were taken; empty where it is none of them. */
  place: string;
  /** What of it makes no order with the rest, in words; empty where all does. */
  apart: string;
  /** What there is to choose from. */
  responses: Response[];
  places: string[];
  againsts: Against[];
  loads: LoadCurves[];
}

/** What a round-up's runs have: responses in the order of the registry, places of each, the most used first. */
export const availableResponses = memoized(async (view: RoundUpView) => {
  const counts = await withDatabase((db) => countValues(db, view.roundUp.id, view.roundUp.rigRevisionId));
  const placesOf = (id: string) =>
    counts.filter((count) => count.response === id).map((count) => count.place);
  const counting = view.runs.filter((run) => run.setAside === '');
  const hasSpeed = placesOf(FIRST_SPEED.id).length > 0 || counting.some((run) => run.rpm !== null);
  const hasDuty = counting.some((run) => (run.dutyPct ?? dutyOfLabel(run.setting)) !== null);
  const sones = [...(await sonesOf(view)).values()];
  const hasSone = sones.length > 0;
  const hasSoneAxis = sones.some(({ isBound }) => !isBound);
  const isThere = ({ id, keptWith }: Response) => {
    if (keptWith === 'run') return hasSpeed || hasDuty || hasSone;
    if (keptWith === 'recordings') return hasSone;
    return placesOf(id).length > 0 || (id === RISE.id && counts.length === 0);
  };
  const againsts: Against[] = [
    'noise',
    ...(hasSpeed ? (['rpm'] as const) : []),
    ...(hasDuty ? (['duty'] as const) : []),
    ...(hasSoneAxis ? (['sone'] as const) : []),
  ];
  return { responses: RESPONSES.filter(isThere), placesOf, againsts };
});

/** In what a score's runs state it; of no other response anything is stated. */
async function scoresOf(
  { roundUp }: RoundUpView,
  { ownScale }: Response,
): Promise<ReadonlyMap<number, ScoreScale> | undefined> {
  if (!ownScale) return undefined;
  const scores = await withDatabase((db) => listScores(db, roundUp.id, roundUp.rigRevisionId));
  return new Map(
    scores.map(({ runId, unit, better }) => [
      runId,
      { unit, better: better === 'lower' ? ('lower' as const) : ('higher' as const) },
    ]),
  );
}

/** What of a response makes no order with the rest, in words; empty where all does. */
function apartWords({
  response,
  others,
}: Pick<ReturnType<typeof onOneScale<RankedRun>>, 'response' | 'others'>): string {
  if (others.length === 0) return '';
  const kinds = [...new Set(others.map(({ score }) => scaleWords(score)))];
  return `Not ranked together: ${plural(others.length, 'run')} in ${kinds.join('; ')}, where this order is in ${scaleWords(response)}.`;
}

/** Where the values of a response at a place are had from. */
export type ValueSource = (response: string, place: string) => Promise<readonly PlainValue[]>;

/** Asked of the database, one response after the other. */
const askedFor =
  ({ roundUp }: RoundUpView): ValueSource =>
  (response, place) =>
    withDatabase((db) => listValues(db, roundUp.id, response, place, roundUp.rigRevisionId));

/** All values of a round-up, asked for at once: for whoever looks at every response. */
export async function allValues({ roundUp }: RoundUpView): Promise<ValueSource> {
  const values = await withDatabase((db) => listAllValues(db, roundUp.id, roundUp.rigRevisionId));
  const byKey = groupBy(values, ({ response, place }) => JSON.stringify([response, place]));
  return async (response, place) => byKey.get(JSON.stringify([response, place])) ?? [];
}

/** The curves of a round-up for a response against an axis, and what else could be asked; the rise where there is none. */
export async function viewResponse(
  view: RoundUpView,
  choice: ResponseChoice,
  source: ValueSource = askedFor(view),
): Promise<ResponseView> {
  const { responses, placesOf, againsts } = await availableResponses(view);
  const wanted = responseOf(choice.response ?? RISE.id);
  const response = responses.find(({ id }) => id === wanted?.id) ?? responses[0] ?? RISE;
  // Nothing is compared against itself.
  const itself = response.notAgainst;
  const fitting = againsts.filter((against) => against !== itself);
  const against = fitting.find((other) => other === choice.against) ?? fitting[0]!;
  const places = response.atPlaces !== null ? placesOf(response.id) : [];
  const place = places.find((place) => place === choice.place) ?? places[0] ?? '';
  const found = { against, place, responses, places, againsts: fitting };
  if (response.throttles && against === 'noise')
    return { ...found, response, apart: '', loads: riseCurves(view) };
  const [values, speeds, scores, sones] = await Promise.all([
    source(response.id, place),
    source(FIRST_SPEED.id, ''),
    scoresOf(view, response),
    sonesOf(view),
  ]);
  const roundUp = roundUpOfLab(view, {
    values: new Map(values.map((row) => [row.runId, { ...row, sensor: null }])),
    speeds: new Map(speeds.map((row) => [row.runId, row.value])),
    scores,
    sones,
  });
  const scaled = onOneScale(response, loadsOf(view).flatMap(roundUp.runsAt));
  const left = new Set(scaled.others.map(({ run }) => run));
  const asked = { response: scaled.response, place, against };
  return {
    ...found,
    response: scaled.response,
    apart: apartWords(scaled),
    loads: loadCurves(view, roundUp, asked, ({ run }) => !left.has(run)),
  };
}

/** The choice as it stands in an address; what is none is left out. */
export function responseChoice(query: Record<string, string | string[] | undefined>): ResponseChoice {
  const text = (name: string) =>
    typeof query[name] === 'string' && query[name] !== '' ? query[name] : undefined;
  const against = AGAINST.find((axis) => axis === text('against'));
  return { response: text('what'), against: against === 'noise' ? undefined : against, place: text('place') };
}
