import type { LayoutFan } from './layout';

export interface AirBalance {
  /** Estimated flows, m³/h. */
  inM3PerH: number;
  outM3PerH: number;
  /** Fans whose airspeed nobody measured: taken as fast as the mean of the others. */
  unmeasured: string[];
}

/** Free area of a fan against the square of its frame: a ring, without the hub. */
const OPEN_SHARE = 0.68;
const USUAL_SIZE_MM = 120;
const SECONDS_PER_H = 3600;

/**
 * Air that the fans of a layout would move in and out, by their own airspeed measured in the open: area × speed × duty. An
 * estimate and no measurement: in a case every fan works against the others and what stands before it. Null where not one
 * of the fans was ever measured.
 *
 * @example airBalance([], new Map()) → null
 */
export function airBalance(
  layout: readonly LayoutFan[],
  airspeedMPerS: ReadonlyMap<string, number>,
): AirBalance | null {
  const known = layout.flatMap((fan) => airspeedMPerS.get(fan.fan.toLowerCase()) ?? []);
  if (known.length === 0) return null;
  const usual = known.reduce((sum, speed) => sum + speed, 0) / known.length;
  const balance: AirBalance = { inM3PerH: 0, outM3PerH: 0, unmeasured: [] };
  for (const { fan, sizeMm, dutyPct, direction } of layout) {
    const measured = airspeedMPerS.get(fan.toLowerCase());
    if (measured === undefined && !balance.unmeasured.includes(fan)) balance.unmeasured.push(fan);
    const areaM2 = OPEN_SHARE * ((sizeMm ?? USUAL_SIZE_MM) / 1000) ** 2;
    const flow = areaM2 * (measured ?? usual) * ((dutyPct ?? 100) / 100) * SECONDS_PER_H;
    balance[direction === 'in' ? 'inM3PerH' : 'outM3PerH'] += flow;
  }
  return balance;
}

/**
 * The balance in a sentence that says what it is.
 *
 * @example balanceWords({ inM3PerH: 120, outM3PerH: 80, unmeasured: [] }) → 'Estimated 120 m³/h in and 80 out: more in
 * than out'
 */
export function balanceWords({ inM3PerH, outM3PerH, unmeasured }: AirBalance): string {
  const all = inM3PerH + outM3PerH;
  const share = Math.abs(inM3PerH - outM3PerH) / all;
  const side = share < 0.1 ? 'about even' : inM3PerH > outM3PerH ? 'more in than out' : 'more out than in';
  const taken = unmeasured.length > 0 ? `; ${unmeasured.join(', ')} taken as fast as the others` : '';
  return `Estimated ${Math.round(inM3PerH)} m³/h in and ${Math.round(outM3PerH)} out: ${side}${taken}`;
}
