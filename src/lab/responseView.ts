import { AGAINST, type Against } from '@/core/curves/curveRule';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/measuredPoint';
import { curveRule, responseOf, RESPONSES, RISE, type Response } from '@/core/responses/responses';
import { instrumentsOf } from '@/core/rig/instrumentDoubt';
import { labRunPoint } from '@/core/runs/labRun';
import { loadKey, loadLabel } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import { countValues, listAllValues, listScores, listValues, type PlainValue } from '@/database/runValues';
import { onceFor } from './keptWhileUnwritten';
import { curvesOf, loadsOf, type LoadCurves, type RoundUpView } from './roundUpView';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { scaleWords, scoreScale } from '@/core/responses/scoreScale';
import { plural } from '@/core/words';
import { sonesOf } from './sound/soundView';

export interface ResponseChoice {
  response?: string;
  against?: Against;
  place?: string;
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
export const availableResponses = onceFor(async (view: RoundUpView) => {
  const counts = await withDatabase((db) => countValues(db, view.roundUp.id));
  const placesOf = (id: string) =>
    counts.filter((count) => count.response === id).map((count) => count.place);
  const counting = view.runs.filter((run) => run.setAside === '');
  const hasSpeed = placesOf(FIRST_SPEED.id).length > 0 || counting.some((run) => run.rpm !== null);
  const hasDuty = counting.some((run) => run.dutyPct !== null);
  const sones = [...(await sonesOf(view)).values()];
  const hasSone = sones.length > 0;
  const hasSoneAxis = sones.some(({ isBound }) => !isBound);
  const isThere = ({ id, source }: Response) => {
    if (source.from === 'level') return hasSpeed || hasDuty || hasSone;
    if (source.from === 'loudness') return hasSone;
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

interface Stated {
  response: Response;
  /** Runs in another unit or with another better side: no part of this order. */
  others: ReadonlySet<number>;
  /** What is said of them; empty where there are none. */
  apart: string;
}

/** The score's unit and better side, as most of its runs state them, and which runs state another. */
async function stated(view: RoundUpView, response: Response): Promise<Stated> {
  const nothing = { response, others: new Set<number>(), apart: '' };
  if (!response.ownScale) return nothing;
  const scores = await withDatabase((db) => listScores(db, view.roundUp.id));
  const found = scoreScale(
    scores.map(({ runId, unit, better }) => ({
      runId,
      score: { unit, better: better === 'lower' ? ('lower' as const) : ('higher' as const) },
    })),
  );
  if (!found) return nothing;
  const { scale, others } = found;
  const kinds = [...new Set(others.map(({ score }) => scaleWords(score)))];
  return {
    response: { ...response, ...scale },
    others: new Set(others.map(({ runId }) => runId)),
    apart:
      others.length === 0
        ? ''
        : `Not ranked together: ${plural(others.length, 'run')} in ${kinds.join('; ')}, where this order is in ${scaleWords(scale)}.`,
  };
}

/** Where the values of a response at a place are had from. */
export type ValueSource = (response: string, place: string) => Promise<readonly PlainValue[]>;

/** Asked of the database, one response after the other. */
const askedFor =
  ({ roundUp }: RoundUpView): ValueSource =>
  (response, place) =>
    withDatabase((db) => listValues(db, roundUp.id, response, place));

/** All values of a round-up, asked for at once: for whoever looks at every response. */
export async function allValues({ roundUp }: RoundUpView): Promise<ValueSource> {
  const values = await withDatabase((db) => listAllValues(db, roundUp.id));
  const byKey = groupBy(values, ({ response, place }) => JSON.stringify([response, place]));
  return async (response, place) => byKey.get(JSON.stringify([response, place])) ?? [];
}

async function points(
  view: RoundUpView,
  response: Response,
  place: string,
  { others, source }: { others: ReadonlySet<number>; source: ValueSource },
): Promise<Map<number, MeasuredPoint>> {
  const [values, speeds] = await Promise.all([source(response.id, place), source(FIRST_SPEED.id, '')]);
  const valueOf = new Map(values.map((row) => [row.runId, row]));
  const speedOf = new Map(speeds.map((row) => [row.runId, row.value]));
  const sones = await sonesOf(view);
  const made = new Map<number, MeasuredPoint>();
  for (const run of view.runs) {
    if (run.setAside !== '' || others.has(run.id)) continue;
    const heard = sones.get(run.id) ?? null;
    const sone = heard && !heard.isBound ? heard.sone : null;
    const speed = { rpm: speedOf.get(run.id) ?? run.rpm, dutyPct: run.dutyPct };
    const point = { ...labRunPoint(run), ...speed, sone };
    const row = valueOf.get(run.id);
    const isLevel = response.keptWith === 'run';
    const isLoudness = response.keptWith === 'recordings';
    if (isLoudness ? heard === null : !row && !isLevel) continue;
    made.set(run.id, {
      ...point,
      settled: row?.settled ?? true,
      value: isLoudness ? heard!.sone : (row?.value ?? run.level.levelDb),
      resistanceKPerW: response.throttles ? point.resistanceKPerW : null,
      shortfall: row?.shortfall ?? 0,
      roomDoubtK: response.overRoom ? point.roomDoubtK : 0,
      stepU: row?.stepU ?? 0,
      readingsU: row?.readingsU ?? 0,
      byPower: response.throttles && point.byPower,
      heldByLimit: response.throttles && point.heldByLimit,
      isBound: isLoudness && heard!.isBound,
    });
  }
  return made;
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
  const { others, apart, ...onOneScale } = await stated(view, response);
  const found = {
    ...onOneScale,
    apart,
    against,
    place,
    responses,
    places,
    againsts: fitting,
  };
  if (response.throttles && against === 'noise') return { ...found, loads: curvesOf(view) };
  const made = await points(view, response, place, { others, source });
  const counting = view.runs.filter((run) => made.has(run.id));
  const byLoad = groupBy(counting, loadKey);
  const instruments = instrumentsOf(view.instruments, response);
  const rule = curveRule(found.response, against);
  const loads = loadsOf(view).map((load) => {
    const atLoad = (byLoad.get(loadKey(load)) ?? []).map((run) => made.get(run.id)!);
    return { load, label: loadLabel(load), curves: entryCurves(view.entries, atLoad, instruments, rule) };
  });
  return { ...found, loads };
}

/** The choice as it stands in an address; what is none is left out. */
export function responseChoice(query: Record<string, string | string[] | undefined>): ResponseChoice {
  const text = (name: string) =>
    typeof query[name] === 'string' && query[name] !== '' ? query[name] : undefined;
  const against = AGAINST.find((axis) => axis === text('against'));
  return { response: text('what'), against: against === 'noise' ? undefined : against, place: text('place') };
}
