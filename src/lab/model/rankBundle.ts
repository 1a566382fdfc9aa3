import { isAtLine, type KeptBridged } from '@/core/bridge/carried';
import { axisWords, type Against } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { entryDetails, type EntryDetail } from '@/core/judgement/measures/entryDetail';
import type { Ranking } from '@/core/ranking/rankAtLine';
import { responseOf, RESPONSES, RISE, type Response } from '@/core/responses/responses';
import { onOneScale, scaleWords } from '@/core/responses/scoreScale';
import { usualPlace } from '@/core/responses/spotReading';
import { valueOfRun } from '@/core/responses/valueOfRun';
import { curvesOf, detailRule, orderOf } from '@/core/roundUp/order';
import { loadKey, type Load } from '@/core/runs/load';
import type { Bundle } from '@/formats/bundle/readBundle';
import { UnusableInput, type Problem } from '@/formats/problem';
import { roundUpOfBundle, type BundleRankedRun } from './roundUpOfBundle';

export interface BundleRanking {
  response: Response;
  place: string | null;
  against: Against;
  at: number;
  noiseLineDba: number;
  loadW: number;
  load: Load;
  curves: EntryCurve[];
  ranking: Ranking;
  /** What the curves say beyond the line, by entry; null where it was not asked for, or nothing has it. */
  detail: ReadonlyMap<string, EntryDetail> | null;
  /** What was measured on another rig and carried over, at this load and line of the rise: never among the ranked. */
  bridged: KeptBridged[];
  problems: Problem[];
}

export interface RankChoice {
  response?: string | undefined;
  place?: string | undefined;
  against?: Against | undefined;
  /** Where on the axis; needed but for noise, which has the bundle's own line. */
  at?: number | undefined;
  loadW?: number | undefined;
  /** Key of the load, where its watts are not enough to name it. */
  load?: string | undefined;
  /** Of a rise against noise: what its curves say beyond the line. */
  detail?: boolean;
}

/**
 * The load that a wattage means: fixed watts, and among those the smallest load of a graphics card, mostly none; the
 * program that was run at it where nothing was measured at fixed watts.
 */
function chosenLoad(bundle: Bundle, loadW: number): Load {
  const atWatts = bundle.runs.filter(({ run }) => run.loadW === loadW && !run.setAside).map(({ run }) => run);
  const fixed = atWatts.filter((run) => run.loadName === '');
  const among = fixed.length > 0 ? fixed : atWatts;
  const loadName = among[0]?.loadName ?? '';
  const graphics = among.filter((run) => run.loadName === loadName).map((run) => run.gpuLoadW);
  return { loadW, loadName, gpuLoadW: graphics.length > 0 ? Math.min(...graphics) : 0 };
}

/** The response that is meant; the ids of all that there are where it is none of them. */
function chosenResponse(id: string, runs: readonly BundleRankedRun[]): Response {
  const placeOf = ({ atPlaces }: Response) =>
    atPlaces &&
    usualPlace(
      runs.map((run) => run.measured.readings),
      atPlaces,
    );
  const isThere = (response: Response) =>
    runs.some(({ measured }) => valueOfRun(measured, response, placeOf(response)).known);
  const response = responseOf(id);
  if (!response || !isThere(response)) {
    const there = RESPONSES.filter(isThere).map((response) => response.id);
    const message = `no run has the response "${id}" at this load; there are: ${there.join(', ') || 'none'}`;
    throw new UnusableInput({ file: 'runs.csv', message });
  }
  return response;
}

/** Runs whose score is told in another unit than the ranking's, or with another better side, are told (FORMATS step 14). */
function otherScales({ response, others }: ReturnType<typeof onOneScale<BundleRankedRun>>): Problem[] {
  return others.map(({ item, score }) => ({
    file: 'runs.csv',
    line: item.run.line,
    column: 'score_unit',
    message: `a score in ${scaleWords(score)}, where this ranking is in ${scaleWords(response)}: not ranked`,
  }));
}

function chosenPlace(
  { atPlaces }: Response,
  wanted: string | undefined,
  runs: readonly BundleRankedRun[],
): string | null {
  if (atPlaces === null) return null;
  const readings = runs.map((run) => run.measured.readings);
  if (wanted === undefined) return usualPlace(readings, atPlaces);
  const places = [
    ...new Set(
      readings
        .flat()
        .filter((reading) => reading.quantity === atPlaces)
        .map((reading) => reading.place),
    ),
  ];
  if (places.includes(wanted)) return wanted;
  const message = `no run has a ${atPlaces} at "${wanted}"; there are: ${places.sort().join(', ')}`;
  throw new UnusableInput({ file: 'readings.csv', message });
}

/** Rows carried over for a load and line, of entries that were not measured there, best first. */
function bridgedIn(
  { bridged }: Bundle,
  { load, at, curves }: { load: Load; at: number; curves: readonly EntryCurve[] },
): KeptBridged[] {
  const measured = new Set(curves.filter(({ points }) => points.length > 0).map(({ entry }) => entry));
  return bridged
    .filter((row) => loadKey(row) === loadKey(load) && isAtLine(row, at) && !measured.has(row.entry))
    .sort((a, b) => a.value - b.value);
}

/** Half of the band where a method names none, dB. */
const BAND_DB = 4;

/**
 * Ranks a bundle as FORMATS says, without database: the rise at its own noise line and first load unless told.
 * @throws UnusableInput where no run has the response or the place, or nothing says where on the axis
 */
export function rankBundle(bundle: Bundle, choice: RankChoice): BundleRanking {
  const { method } = bundle.dataPackage;
  const roundUp = roundUpOfBundle(bundle);
  const against = choice.against ?? 'noise';
  const named = choice.load
    ? bundle.runs.map(({ run }) => run).find((run) => loadKey(run) === choice.load)
    : undefined;
  const load = named
    ? { loadW: named.loadW, loadName: named.loadName, gpuLoadW: named.gpuLoadW }
    : chosenLoad(bundle, choice.loadW ?? method.loadsW[0]!);
  const counting = roundUp.runsAt(load);
  const wanted = choice.response ?? RISE.id;
  // Where nothing was measured at all, each entry says that it has no runs.
  const meant = wanted === RISE.id && counting.length === 0 ? RISE : chosenResponse(wanted, counting);
  const scaled = onOneScale(meant, counting);
  const { response, runs } = scaled;
  if (response.notAgainst === against)
    throw new UnusableInput({
      file: '--against',
      message:
        against === 'noise'
          ? 'a level is drawn against rpm or duty, not against itself'
          : 'loudness is drawn against noise, rpm or duty, not against itself',
    });
  if (against !== 'noise' && choice.at === undefined)
    throw new UnusableInput({
      file: '--at',
      message: `which ${against}? For instance --at ${{ rpm: '1200', duty: '60', sone: '1.5' }[against]}`,
    });
  const at = choice.at ?? method.noiseLineDba;
  const place = chosenPlace(response, choice.place, runs);
  const asked = { load, response, place, against };
  const { curves, ranking } = orderOf(roundUp, asked, at, runs);
  const [from, to] = method.bandDba ?? [at - BAND_DB, at + BAND_DB];
  const detailed = () =>
    entryDetails(
      ranking,
      curves,
      curvesOf(roundUp, { ...asked, against: 'rpm' }, runs),
      detailRule(roundUp, asked, { ranking, band: { from: from!, to: to! } }),
    );
  return {
    response,
    place,
    against,
    at,
    noiseLineDba: against === 'noise' ? at : method.noiseLineDba,
    loadW: load.loadW,
    load,
    curves,
    ranking,
    detail: choice.detail && response.throttles && against === 'noise' ? detailed() : null,
    bridged: response.throttles && against === 'noise' ? bridgedIn(bundle, { load, at, curves }) : [],
    problems: [...bundle.problems, ...roundUp.problemsAt(load), ...otherScales(scaled)],
  };
}

/** Where a ranking stands, in words: “At 33.0 dB(A)”. */
export function whereWords({ against, at, place }: Pick<BundleRanking, 'against' | 'at' | 'place'>): string {
  return `At ${axisWords(against, at)}${place === null ? '' : `, ${place}`}`;
}
