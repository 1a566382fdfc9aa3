import { heatsinkFanGrid, type GridCell, type GridFit } from '@/core/judgement/heatsinkFanGrid';
import type { Outcome } from '@/core/outcome';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { isFixedWatts, loadKey } from '@/core/runs/load';
import { halfWidth, type DoubtTerm } from '@/core/uncertainty/doubt';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { viewJudgement } from './judgementView';
import { heatsinksAndFans } from './heatsinksAndFans';
import { riseCurves, type RoundUpView } from '@/lab/model/roundUpView';
import { viewShownLineUp } from '@/lab/lineUp/shownLineUp';

export interface GridView {
  loads: { key: string; label: string }[];
  load: string;
  lineDb: number;
  loadW: number;
  sharedKPerW: number;
  /** The lowest wall that a curve of the grid shows: no shared part can lie over it; null where none is identified. */
  lowestWallKPerW: number | null;
  cells: (GridCell & { entry: string; riseK: number; interval95: number; levelDb: number })[];
  fit: Outcome<GridFit>;
}

/** Fewest freedom of the terms that move the value, and their variance by their own half-widths. */
function spreadOf(doubt: readonly DoubtTerm[]): { variance: number; freedom: number } {
  const freedom = Math.min(
    Infinity,
    ...doubt.filter(({ variance }) => variance > 0).map((term) => term.freedom),
  );
  return { variance: (halfWidth(doubt) / NORMAL_95) ** 2, freedom };
}

/** The heatsinks of a round-up against the fans on them, at a line and fixed watts; null where it has no such load. */
export async function viewGrid(
  view: RoundUpView,
  asked: { load: string; lineDb: number; sharedKPerW: number },
): Promise<GridView | null> {
  const loads = riseCurves(view).filter(({ load }) => isFixedWatts(load));
  const chosen = loads.find(({ load }) => loadKey(load) === asked.load) ?? loads[0];
  if (!chosen) return null;
  const { load, curves, rule } = chosen;
  const { placed } = rankAtLine(curves, { ...rule, lineDb: asked.lineDb });
  const lineUp = heatsinksAndFans(await viewShownLineUp(view.roundUp.id));
  const own: Record<string, string> = {};
  const cells = lineUp.flatMap(({ item, heatsink, fan }): GridView['cells'] => {
    const found = placed.find((other) => other.entry === item.code);
    // A fan that is bought beside the product is not its own.
    if (item.entry.body.fans.every(({ eachPrice }) => eachPrice === null)) own[heatsink] ??= fan;
    if (!found || found.resistanceKPerW === null) return [];
    const { variance, freedom } = spreadOf(found.doubt);
    const perK = found.resistanceKPerW / found.value;
    return [
      {
        ...{ entry: item.code, heatsink, fan, resistanceKPerW: found.resistanceKPerW, freedom },
        variance: variance * perK ** 2,
        ...{ riseK: found.value, interval95: found.interval95, levelDb: found.levelDb },
      },
    ];
  });
  const once = new Map(cells.map((cell) => [`${cell.heatsink}\n${cell.fan}`, cell]));
  const judged = await viewJudgement(view, { lineDb: asked.lineDb, load: loadKey(load) });
  const walls = (judged?.judged ?? []).flatMap(
    ({ placed: { entry }, detail: { airflowIndependent: wall } }) =>
      wall.known && wall.value.identified && cells.some((cell) => cell.entry === entry)
        ? [wall.value.value]
        : [],
  );
  return {
    loads: loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: loadKey(load),
    ...{ lineDb: asked.lineDb, loadW: load.loadW, sharedKPerW: asked.sharedKPerW },
    lowestWallKPerW: walls.length > 0 ? Math.min(...walls) : null,
    cells: [...once.values()],
    fit: heatsinkFanGrid([...once.values()], asked.sharedKPerW, own),
  };
}
