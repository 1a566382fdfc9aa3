import { bridgedAt, bridgeWords } from '@/core/bridge/carried';
import { AXES } from '@/core/curves/axis';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { RISE } from '@/core/responses/responses';
import { loadKey } from '@/core/runs/load';
import { apartWords } from '@/core/bridge/standTogether';
import { bridgeSources, makeBridge, type MadeBridge } from '../bridge/bridgeView';
import { placedEntries } from '../model/pageEntries';
import { viewResponse, type ResponseView } from '../model/responseView';
import type { RoundUpView } from '../model/roundUpView';
import { viewOnRig } from '../model/viewOnRig';
import { lineOf, type VerdictQuery } from './verdictView';

/** One of the rigs that a round-up was measured on. */
export interface RigColumn {
  revisionId: number;
  name: string;
  enclosure: string;
  runs: number;
  /** The round-up ranks on it. */
  isHere: boolean;
  /** How it stands to the one that is ranked, in a sentence; empty for that one. */
  stands: string;
  /** What carries it over here: nothing, a bridge that could be used, or one that the Verdict uses. */
  bridge: 'none' | 'possible' | 'in use';
}

/** What an entry came to on a rig. */
export interface RigCell {
  placed: { value: number; interval95: number; placeFrom: number; placeTo: number; topsOut: boolean } | null;
  /** Carried over from another rig, and what it was there; never among the placed. */
  bridged: { value: number; interval95: number; there: number; from: string } | null;
  /** Why there is neither. */
  reason: string;
}

export interface RigRow {
  entry: string;
  product: string;
  position: number;
  /** A cell for each rig, in their order. */
  cells: RigCell[];
}

/** Who came where on one rig. */
function cellsOf(ranking: Ranking): Map<string, RigCell> {
  return new Map<string, RigCell>([
    ...ranking.placed.map(({ entry, value, interval95, placeFrom, placeTo, status }) => {
      const placed = { value, interval95, placeFrom, placeTo, topsOut: status === 'tops-out' };
      return [entry, { placed, bridged: null, reason: '' }] as const;
    }),
    ...ranking.notPlaced.map(
      ({ entry, reason }) => [entry, { placed: null, bridged: null, reason }] as const,
    ),
  ]);
}

const NOT_MEASURED: RigCell = { placed: null, bridged: null, reason: 'not measured here' };

function standsWords(made: MadeBridge | null, isRise: boolean): Pick<RigColumn, 'stands' | 'bridge'> {
  if (!made) return { stands: '', bridge: 'none' };
  const { bridge, apart, inUse } = made;
  if (!isRise) {
    const why = apartWords(apart);
    return { stands: `${why ? `${why}. ` : ''}Only rises against noise are bridged.`, bridge: 'none' };
  }
  if (!bridge.known) return { stands: `No bridge: ${bridge.reason}.`, bridge: 'none' };
  return { stands: `Bridged: ${bridgeWords(bridge.value)}.`, bridge: inUse ? 'in use' : 'possible' };
}

/** What bridges carry over at a line, whether the Verdict uses them or not; the first that reaches an entry counts. */
function carriedCells(bridges: readonly (MadeBridge | null)[], lineDb: number): Map<string, RigCell> {
  const cells = new Map<string, RigCell>();
  for (const made of bridges) {
    if (!made?.bridge.known) continue;
    const from = made.source.name;
    const { rows, refused } = bridgedAt(
      { from, bridge: made.bridge.value, curves: made.curves },
      (entry) => entry,
      lineDb,
    );
    for (const { entry, value, interval95, there } of rows)
      if (!cells.get(entry)?.bridged)
        cells.set(entry, { placed: null, bridged: { value, interval95, there, from }, reason: '' });
    for (const { product: entry, reason } of refused)
      if (!cells.has(entry))
        cells.set(entry, { placed: null, bridged: null, reason: `not bridged: ${reason}` });
  }
  return cells;
}

/** Best first on the rig that is ranked, then who is carried over to it, then the others as they stand on theirs. */
function inRowOrder(rows: RigRow[], better: 'lower' | 'higher'): RigRow[] {
  const sign = better === 'lower' ? 1 : -1;
  const keyOf = ({ cells: [here, ...others] }: RigRow): [number, number] => {
    if (here!.placed) return [0, sign * here!.placed.value];
    if (here!.bridged) return [1, sign * here!.bridged.value];
    const there = others.find(({ placed }) => placed)?.placed;
    return there ? [2, sign * there.value] : [3, 0];
  };
  return [...rows].sort((a, b) => {
    const [[groupA, valueA], [groupB, valueB]] = [keyOf(a), keyOf(b)];
    return groupA - groupB || valueA - valueB || a.position - b.position;
  });
}

/**
 * A round-up on all rigs that its entries were measured on, one table of them: places are those on each rig, and what a bridge carries over
 * stands beside the measured. Null where there is one rig alone.
 */
export async function rigsPage(view: RoundUpView, query: VerdictQuery) {
  const sources = await bridgeSources(view);
  if (sources.length === 0) return null;
  const there = await Promise.all(sources.map(({ id }) => viewOnRig(view, id)));
  const views = [view, ...there.filter((other) => other !== null)];
  // Where nothing was measured on the round-up's own rig yet, another says what there is to ask.
  const first = views.find(({ runs }) => runs.length > 0) ?? view;
  const asked = await viewResponse(first, query);
  const { response, place, against } = asked;
  const lineAt = lineOf(first, asked, query);
  const shown: (ResponseView | null)[] = await Promise.all(
    views.map(async (each) => {
      if (each === first) return asked;
      const own = await viewResponse(each, { response: response.id, place: place || undefined, against });
      const isSame = own.response.id === response.id && own.place === place && own.against === against;
      return isSame ? own : null;
    }),
  );
  const loads = new Map(
    shown.flatMap((each) => each?.loads.map(({ load, label }) => [loadKey(load), label] as const) ?? []),
  );
  const load = query.load && loads.has(query.load) ? query.load : [...loads.keys()][0]!;
  const isRise = response.id === RISE.id && against === 'noise';
  const made = await Promise.all(
    views.map(async (each) =>
      each === view ? null : makeBridge(view, { revisionId: each.roundUp.rigRevisionId, load }),
    ),
  );
  const byRig = shown.map((each) => {
    const chosen = each?.loads.find((other) => loadKey(other.load) === load);
    return chosen
      ? cellsOf(rankAtLine(chosen.curves, { ...chosen.rule, lineDb: lineAt }))
      : new Map<string, RigCell>();
  });
  const productOf = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const carried = carriedCells(isRise ? made : [], lineAt);
  const rows = placedEntries(view).map((entry): RigRow => ({
    ...entry,
    product: productOf.get(entry.entry)!,
    cells: byRig.map((cells, i) => {
      const own = cells.get(entry.entry);
      if (own?.placed || i > 0) return own ?? NOT_MEASURED;
      return carried.get(entry.entry) ?? own ?? NOT_MEASURED;
    }),
  }));
  const isAnywhere = ({ cells }: RigRow) => cells.some(({ placed, bridged }) => placed ?? bridged);
  const { id, name, unit, decimals, better } = response;
  return {
    roundUpId: view.roundUp.id,
    rigs: views.map(({ roundUp: { rig, rigRevisionId }, runs }, i): RigColumn => ({
      ...{ revisionId: rigRevisionId, name: `${rig.name}, revision ${rig.revision}` },
      ...{ enclosure: rig.enclosure, runs: runs.length, isHere: i === 0 },
      ...standsWords(made[i]!, isRise),
    })),
    rows: inRowOrder(rows.filter(isAnywhere), better),
    /** Entries that no rig has a value of here. */
    without: rows.filter((row) => !isAnywhere(row)).map(({ product }) => product),
    ...{ response: { id, name, unit, decimals, better }, place, against, lineAt, load },
    loads: [...loads].map(([key, label]) => ({ key, label })),
    responses: asked.responses.map(({ id, name }) => ({ id, name })),
    places: asked.places,
    againsts: asked.againsts,
    axis: AXES[against],
  };
}

export type RigsData = NonNullable<Awaited<ReturnType<typeof rigsPage>>>;
