import { crossings, type Crossing } from '@/core/judgement/pairs/crossings';
import { fieldAt } from '@/core/curves/field';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { conductancePerSone, type WithInterval } from '@/core/judgement/measures/perSone';
import { halfWidth } from '@/core/uncertainty/doubt';
import { entryDetails, type DetailRule, type EntryDetail } from '@/core/judgement/measures/entryDetail';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { kelvinWorth, type KelvinWorth } from '@/core/judgement/readers/kelvinWorth';
import { rankAtLine, type PlacedEntry } from '@/core/ranking/rankAtLine';
import type { Outcome } from '@/core/outcome';
import { RISE, responseOf } from '@/core/responses/responses';
import { detailRule } from '@/core/roundUp/order';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import { hasDie } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import { memoized } from '@/lab/model/cachedUntilWritten';
import { roundUpOfLab } from '@/lab/model/roundUpOfLab';
import { pricedLineUp } from '@/lab/lineUp/prices';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { measuredRepeats } from '../pairs/measuredRepeats';
import { viewResponse, type ResponseChoice, type ResponseView } from '@/lab/model/responseView';

export interface JudgedEntry {
  placed: PlacedEntry;
  detail: EntryDetail;
  curve: EntryCurve;
  /** How often it was mounted at this load, and read at each mount. */
  mounts: number;
  passes: number;
  /** How many remounts the rig's spread stands on at this line, and how many of them are of other round-ups. */
  rig: { freedom: number; earlier: number };
  /** Price of the whole entry in the brief's currency, or why there is none. */
  price: Outcome<number>;
  perSone: Outcome<WithInterval>;
}

export interface JudgementView {
  loads: { key: string; label: string }[];
  load: string;
  shown: ResponseView;
  rule: DetailRule;
  /** Name of the control whose rise is to be held; empty where none has a place. */
  /** Standard uncertainty that all rises of the rig share, K. */
  sharedRiseK: number;
  control: string;
  judged: JudgedEntry[];
  notPlaced: { entry: string; reason: string }[];
  /** Where curves change places inside the band. */
  crossings: Crossing[];
  /** What a kelvin is worth at this load, for the clock and a program's score where both were logged. */
  worths: { name: string; unit: string; worth: Outcome<KelvinWorth> }[];
  currency: string;
}

/** Clock and score of a load's settings against the rises of their dies. */
async function worthsOf(view: RoundUpView, load: string): Promise<JudgementView['worths']> {
  const counting = view.runs.filter(
    // Held at its limit a processor gives up clock for no kelvin at all.
    (run) =>
      run.setAside === '' &&
      loadKey(run) === load &&
      run.reduction.settled &&
      !run.reduction.heatLimited &&
      hasDie(run),
  );
  const settings = [...groupBy(counting, (run) => `${run.entry}\n${run.setting}`).values()];
  const worths: JudgementView['worths'] = [];
  for (const id of ['clock', 'score']) {
    const rows = await withDatabase((db) => listValues(db, view.roundUp.id, id, ''));
    const valueOf = new Map(rows.map((row) => [row.runId, row.value]));
    const points = settings.flatMap((runs) => {
      const both = runs.filter((run) => valueOf.has(run.id));
      if (both.length === 0) return [];
      const riseK = mean(both.map(({ reduction }) => reduction.measuredRiseK));
      return [{ riseK, value: mean(both.map((run) => valueOf.get(run.id)!)) }];
    });
    if (points.length === 0) continue;
    const { name, unit } = responseOf(id)!;
    worths.push({ name, unit, worth: kelvinWorth(points) });
  }
  return worths;
}

/** Loudness of each entry at a noise line, by its recordings at that load; of those that have it there. */
async function loudnessAtLine(
  view: RoundUpView,
  load: string,
  lineDb: number,
): Promise<Map<string, WithInterval>> {
  const shown = await viewResponse(view, { response: 'sone' });
  if (shown.response.id !== 'sone' || shown.against !== 'noise') return new Map();
  const curves = shown.loads.find((other) => loadKey(other.load) === load)?.curves ?? [];
  return new Map(
    curves.flatMap((curve) => {
      const value = valueAtLine(curve, lineDb);
      return value.placed && !value.toppedOut
        ? [[curve.entry, { value: value.value, interval95: halfWidth(value.doubt) }] as const]
        : [];
    }),
  );
}

export interface JudgementQuery extends ResponseChoice {
  lineDb: number;
  load: string;
  /** What a decibel must lower R by to be worth it, as a share. */
  worth?: number | undefined;
}

const MOST_KEPT = 16;
const judgementsOf = memoized((_: RoundUpView) => new Map<string, Promise<JudgementView | null>>());

/** What the curves of a load say beyond the order at a line, remembered for those who ask the same; null where it has no load. */
export function viewJudgement(view: RoundUpView, query: JudgementQuery): Promise<JudgementView | null> {
  const kept = judgementsOf(view);
  const key = JSON.stringify([query.lineDb, query.load, query.worth, query.response, query.place]);
  const found = kept.get(key);
  if (found) return found;
  if (kept.size >= MOST_KEPT) kept.clear();
  const made = judged(view, query);
  kept.set(key, made);
  made.catch(() => kept.delete(key));
  return made;
}

async function judged(
  view: RoundUpView,
  { lineDb, load: wantedLoad, worth, ...choice }: JudgementQuery,
): Promise<JudgementView | null> {
  const shown = await viewResponse(view, { ...choice, against: 'noise' });
  if (shown.against !== 'noise') return null;
  const chosen = shown.loads.find(({ load }) => loadKey(load) === wantedLoad) ?? shown.loads[0];
  if (!chosen) return null;
  const { load, curves } = chosen;
  const key = loadKey(load);
  const { response } = shown;
  const isRise = response.throttles;
  const ranking = rankAtLine(curves, { ...chosen.rule, lineDb });
  const spun = isRise ? await viewResponse(view, { response: RISE.id, against: 'rpm' }) : null;
  const bySpeed =
    spun?.against === 'rpm' ? (spun.loads.find((other) => loadKey(other.load) === key)?.curves ?? []) : [];
  const controls = view.entries.filter(({ isControl }) => isControl);
  const beyond = { ranking, band: view.brief.bandDba, worth };
  const rule = detailRule(roundUpOfLab(view), { load, response }, beyond);
  const priced = await withDatabase((db) => pricedLineUp(db, view.roundUp.id, view.brief));
  const prices = new Map(priced.map(({ entry, price }) => [entry.code, price]));
  const loudness = isRise ? await loudnessAtLine(view, key, lineDb) : new Map<string, WithInterval>();
  const details = entryDetails(ranking, curves, bySpeed, rule);
  const field = curves[0]?.field;
  const rig = field ? fieldAt(field, lineDb).rig : null;
  const known = { freedom: rig?.freedom ?? 0, earlier: rig?.earlier ?? 0 };
  const held = controls.find(({ entry }) => ranking.placed.some((placed) => placed.entry === entry));
  return {
    loads: shown.loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: key,
    shown,
    rule,
    control: held?.product ?? '',
    sharedRiseK: isRise ? view.instruments.sharedRiseK : 0,
    judged: ranking.placed.map((placed) => ({
      placed,
      detail: details.get(placed.entry)!,
      curve: curves.find((curve) => curve.entry === placed.entry)!,
      ...measuredRepeats(view, placed.entry, key),
      rig: known,
      price: prices.get(placed.entry)!,
      perSone: conductancePerSone(
        placed.resistanceKPerW === null
          ? null
          : {
              value: placed.resistanceKPerW,
              interval95: (placed.resistanceKPerW * placed.interval95) / placed.value,
            },
        loudness.get(placed.entry) ?? null,
      ),
    })),
    notPlaced: ranking.notPlaced.map(({ entry, reason }) => ({ entry, reason })),
    crossings: crossings(curves, view.brief.bandDba),
    worths: isRise ? await worthsOf(view, key) : [],
    currency: view.brief.limits.currency,
  };
}
