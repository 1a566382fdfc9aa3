import { chosenSystem, fitSystem, type FittedSystem, type SystemCurve } from '@/core/air/systemCurve';
import type { FlowPoint } from '@/core/air/flowPoint';
import { unknown, type Outcome } from '@/core/outcome';
import { typedNumber } from '@/ui/typedNumber';

/** Resistances to begin with; every one can be changed to what a reader has. */
export const RESISTANCES = [
  { id: 'fins', label: 'a fin stack', pressurePa: 9, flowM3PerH: 50, exponent: 1.7 },
  { id: 'radiator', label: 'a radiator', pressurePa: 16, flowM3PerH: 50, exponent: 1.45 },
  { id: 'filter', label: 'a dust filter', pressurePa: 12, flowM3PerH: 50, exponent: 1.2 },
  { id: 'grille', label: 'an open grille', pressurePa: 0.4, flowM3PerH: 50, exponent: 2 },
] as const;

export interface ChosenResistance {
  pressurePa: number;
  flowM3PerH: number;
  exponent: number;
}

/** Readings through a resistance as they are typed: flow and pressure, a pair a line. */
export function typedPairs(text: string): FlowPoint[] | { line: number; got: string } {
  const points: FlowPoint[] = [];
  for (const [i, line] of text.split(/\n/).entries()) {
    if (line.trim() === '') continue;
    const [flow, pressure, ...more] = line
      .trim()
      .split(/[\s;]+/)
      .map(typedNumber);
    if (flow === null || flow === undefined || pressure === null || pressure === undefined || more.length > 0)
      return { line: i + 1, got: line.trim() };
    points.push({ flowM3PerH: flow, pressurePa: pressure });
  }
  return points;
}

/** The resistance that is meant: fitted to readings where some are given, else chosen. */
export function resistanceOf(
  { pressurePa, flowM3PerH, exponent }: ChosenResistance,
  pairs: string,
): Outcome<SystemCurve & { fitted: FittedSystem | null }> {
  if (pairs.trim() !== '') {
    const points = typedPairs(pairs);
    if (!Array.isArray(points))
      return unknown(`line ${points.line}: a flow and a pressure were expected, got “${points.got}”`);
    const fit = fitSystem(points);
    return fit.known ? { known: true, value: { ...fit.value, fitted: fit.value } } : fit;
  }
  if (!(pressurePa > 0 && flowM3PerH > 0)) return unknown('pressure and flow must be above 0');
  if (!(exponent >= 1 && exponent <= 2)) return unknown('the exponent lies from 1 to 2');
  return { known: true, value: { ...chosenSystem(pressurePa, flowM3PerH, exponent), fitted: null } };
}
