import { loadKey } from '@/core/runs/load';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { Against } from '@/core/curves/curveRule';
import { viewResponse } from '../model/responseView';
import type { RoundUpView } from '../model/roundUpView';

/** How fast an entry heats up, in the order of the page. */
const SHOWN = ['burst-rise-10', 'burst-rise', 'burst-rise-60', 'steady-time', 'limit-time'] as const;

export interface HeatingColumn {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  /** What it means where an entry has none, where that is a result. */
  absent?: string | undefined;
  /** By entry; null where it has none at this line. */
  values: Record<string, number | null>;
}

/** What a load's steady rise does not tell: rise soon after the load, seconds to steady and to the limit, at a line. */
export async function heatingUp(
  view: RoundUpView,
  at: { load?: string | undefined; against?: Against | undefined; line: number },
): Promise<HeatingColumn[]> {
  const columns: HeatingColumn[] = [];
  for (const id of SHOWN) {
    const { response, against, loads } = await viewResponse(view, { response: id, against: at.against });
    if (response.id !== id || against !== (at.against ?? 'noise')) continue;
    const chosen = loads.find(({ load }) => loadKey(load) === at.load) ?? loads[0]!;
    const values = chosen.curves.map((curve) => {
      const value = valueAtLine(curve, at.line);
      return [curve.entry, value.placed ? value.value : null] as const;
    });
    const { name, unit, decimals, absent } = response;
    if (values.some(([, value]) => value !== null))
      columns.push({ id, name, unit, decimals, absent, values: Object.fromEntries(values) });
  }
  return columns;
}
