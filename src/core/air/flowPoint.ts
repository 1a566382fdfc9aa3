import { groupBy } from '../statistics/groupBy';
import { spotMean, type SpotReading } from '../responses/spotReading';

/** One opening of a chamber: what flowed through it and the pressure that stood over it. */
export interface FlowPoint {
  flowM3PerH: number;
  pressurePa: number;
}

/**
 * Flow and pressure read at the same places of one run, as pairs, by flow: each the mean of its readings, restated to the
 * run's speed by the fan laws (flow by the speed, pressure by its square). A pressure at a place without a flow is that
 * of the closed chamber where the place is named nowhere else: it is no pair and is left out.
 *
 * flowPoints of a flow of 40 m³/h and a pressure of 12 Pa at “opening 3” is one point.
 */
export function flowPoints(readings: readonly SpotReading[], rpm: number | null): FlowPoint[] {
  const points: FlowPoint[] = [];
  for (const [place, here] of groupBy(readings, (reading) => reading.place)) {
    const pressurePa = spotMean(here, 'pressure', place, rpm);
    const flowM3PerH = spotMean(here, 'flow', place, rpm);
    if (pressurePa !== null && flowM3PerH !== null) points.push({ flowM3PerH, pressurePa });
  }
  return points.sort((a, b) => a.flowM3PerH - b.flowM3PerH);
}

/**
 * Places of a run that have a flow and no pressure, or were read at no speed: they make no point.
 *
 * @example lonelyFlows([{ quantity: 'flow', place: 'opening 2', value: 40, rpm: null }]) → ['opening 2']
 */
export function lonelyFlows(readings: readonly SpotReading[]): string[] {
  return [...groupBy(readings, (reading) => reading.place)]
    .filter(
      ([, here]) =>
        here.some((reading) => reading.quantity === 'flow') &&
        !here.some((reading) => reading.quantity === 'pressure'),
    )
    .map(([place]) => place);
}
