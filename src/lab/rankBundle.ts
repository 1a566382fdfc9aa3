import { isAtLine, type KeptBridged } from '@/core/bridge/carried';
import { axisWords, type Against } from '@/core/curves/curveRule';
import { entryCurves, type EntryCurve } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/measuredPoint';
import { controlRise } from '@/core/judgement/controlRise';
import { entryDetails, type EntryDetail } from '@/core/judgement/entryDetail';
import { levelOfRun } from '@/core/levels/meterMean';
import { instrumentDoubt, instrumentsOf } from '@/core/rig/instrumentDoubt';
import { lineRule, rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { responsePoint } from '@/core/responses/responsePoint';
import { curveRule, responseOf, RESPONSES, RISE, type Response } from '@/core/responses/responses';
import { scaleWords, scoreScale } from '@/core/responses/scoreScale';
import { usualPlace } from '@/core/responses/spotReading';
import { valueOfRun, type MeasuredRun } from '@/core/responses/valueOfRun';
import { loadKey, type Load } from '@/core/runs/load';
import type { Bundle } from '@/formats/bundle/readBundle';
import { ProblemList, UnusableInput, type Problem } from '@/formats/problem';
import { hasDie, noNumber, reduceBundleRun } from './reduceBundleRun';
import { bundleMeasured } from './runValues';

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
  response?: string;
  place?: string;
  against?: Against;
  /** Where on the axis; needed but for noise, which has the bundle's own line. */
  at?: number;
  loadW?: number;
  /** Key of the load, where its watts are not enough to name it. */
  load?: string;
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

interface ReadRun {
  item: Bundle['runs'][number];
  measured: MeasuredRun;
}

type Measured = { runs: ReadRun[]; problems: Problem[] };

/** Reduced once for each load of a bundle: a report asks for several orders of the same runs. */
const measuredOf = new WeakMap<Bundle, Map<string, Measured>>();

/** The runs at a load with all that was measured of them, and what kept a die from counting. */
function measuredRuns(bundle: Bundle, load: Load): Measured {
  const known = measuredOf.get(bundle) ?? new Map<string, Measured>();
  measuredOf.set(bundle, known);
  const found = known.get(loadKey(load)) ?? measureRuns(bundle, load);
  known.set(loadKey(load), found);
  return found;
}

function measureRuns(bundle: Bundle, load: Load): Measured {
  const { method, rig } = bundle.dataPackage;
  const key = loadKey(load);
  const problems = new ProblemList();
  const runs: ReadRun[] = [];
  for (const item of bundle.runs) {
    const { run, trace } = item;
    if (loadKey(run) !== key || run.setAside) continue;
    const die = reduceBundleRun(run, trace, { ...rig, windowS: method.windowS });
    if (!die.known && hasDie(item)) {
      problems.push(noNumber(run, die.reason));
      continue;
    }
    const rule = { loadW: run.loadW, limitC: rig.limitC, windowS: method.windowS };
    const measured = bundleMeasured(
      item,
      die.known ? die.value : null,
      rule,
      bundle.heard?.sones.get(run.run) ?? null,
    );
    runs.push({ item, measured });
  }
  return { runs, problems: problems.list() };
}

/** The response that is meant, with what the runs say of a score; the ids of all that there are where it is none of them. */
function chosenResponse(id: string, runs: readonly ReadRun[]): Response {
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

/** A score in one unit and with one better side: runs of another are no part of its ranking, and are told (FORMATS step 14). */
function onOneScale(
  response: Response,
  runs: readonly ReadRun[],
): { response: Response; runs: readonly ReadRun[]; problems: Problem[] } {
  const scaled = runs.map((run) => ({ run, score: run.item.run.score }));
  const found = response.ownScale ? scoreScale(scaled) : null;
  if (!found) return { response, runs, problems: [] };
  const { scale, others } = found;
  const left = new Set(others.map(({ run }) => run));
  const problems = others.map(({ run: { item }, score }) => ({
    file: 'runs.csv',
    line: item.run.line,
    column: 'score_unit',
    message: `a score in ${scaleWords(score)}, where this ranking is in ${scaleWords(scale)}: not ranked`,
  }));
  return { response: { ...response, ...scale }, runs: runs.filter((run) => !left.has(run)), problems };
}

function chosenPlace(
  { atPlaces }: Response,
  wanted: string | undefined,
  runs: readonly ReadRun[],
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

function curvesOf(
  bundle: Bundle,
  runs: readonly ReadRun[],
  response: Response,
  place: string | null,
  against: Against,
): EntryCurve[] {
  const points = runs.flatMap(({ item: { run, readings }, measured }): MeasuredPoint[] => {
    const where = {
      run: run.run,
      entry: run.entry,
      mount: run.mount,
      pass: run.pass,
      setting: run.setting,
      level: levelOfRun(run, readings),
      dutyPct: run.dutyPct,
      roomDoubtK: run.ambientDoubtK ?? 0,
      fixedWatts: run.loadW > 0 && run.loadName === '',
    };
    const point = responsePoint(where, measured, response, place);
    return point ? [point] : [];
  });
  const instruments = instrumentDoubt(bundle.dataPackage.planning.book);
  // What a die's sensors leave in doubt is no doubt of an airspeed.
  const own = instrumentsOf(instruments, response);
  return entryCurves(bundle.entries, points, own, curveRule(response, against));
}

/** The curves of a bundle at one load, as the rise against noise. */
export function bundleCurves(bundle: Bundle, load: Load): { curves: EntryCurve[]; problems: Problem[] } {
  const { runs, problems } = measuredRuns(bundle, load);
  return { curves: curvesOf(bundle, runs, RISE, null, 'noise'), problems };
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
  const { method, rig } = bundle.dataPackage;
  const against = choice.against ?? 'noise';
  const named = choice.load
    ? bundle.runs.map(({ run }) => run).find((run) => loadKey(run) === choice.load)
    : undefined;
  const load = named
    ? { loadW: named.loadW, loadName: named.loadName, gpuLoadW: named.gpuLoadW }
    : chosenLoad(bundle, choice.loadW ?? method.loadsW[0]!);
  const read = measuredRuns(bundle, load);
  const wanted = choice.response ?? RISE.id;
  // Where nothing was measured at all, each entry says that it has no runs.
  const meant = wanted === RISE.id && read.runs.length === 0 ? RISE : chosenResponse(wanted, read.runs);
  const scaled = onOneScale(meant, read.runs);
  const { response, runs } = scaled;
  const problems = [...read.problems, ...scaled.problems];
  if (response.notAgainst === against)
    throw new UnusableInput({
      file: '--against',
      message:
        against === 'noise'
          ? 'a level stands against rpm or duty, not against itself'
          : 'loudness stands against noise, rpm or duty, not against itself',
    });
  if (against !== 'noise' && choice.at === undefined)
    throw new UnusableInput({
      file: '--at',
      message: `which ${against}? For instance --at ${{ rpm: '1200', duty: '60', sone: '1.5' }[against]}`,
    });
  const at = choice.at ?? method.noiseLineDba;
  const place = chosenPlace(response, choice.place, runs);
  const { referenceAmbientC } = method;
  const rule = {
    ...lineRule(load, { referenceAmbientC, limitC: rig.limitC }),
    throttles: response.throttles,
    program: response.throttles && load.loadName !== '',
  };
  const curves = curvesOf(bundle, runs, response, place, against);
  const ranking = rankAtLine(curves, { ...rule, lineDb: at });
  const bySpeed = () => curvesOf(bundle, runs, RISE, null, 'rpm');
  const band = method.bandDba ?? [at - BAND_DB, at + BAND_DB];
  const detail =
    choice.detail && response.throttles && against === 'noise'
      ? entryDetails(ranking, curves, bySpeed(), {
          loadW: load.loadW,
          fixedWatts: load.loadW > 0 && load.loadName === '',
          ...{ limitC: rig.limitC, referenceAmbientC },
          band: { from: band[0]!, to: band[1]! },
          controlRiseK: controlRise(ranking.placed, bundle.entries),
        })
      : null;
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
    detail,
    bridged: response.throttles && against === 'noise' ? bridgedIn(bundle, { load, at, curves }) : [],
    problems: [...bundle.problems, ...problems],
  };
}

/** Where a ranking stands, in words: “At 33.0 dB(A)”. */
export function whereWords({ against, at, place }: Pick<BundleRanking, 'against' | 'at' | 'place'>): string {
  return `At ${axisWords(against, at)}${place === null ? '' : `, ${place}`}`;
}
