import type { Better } from '../curves/curveRule';
import type { Response } from './responses';

/** In what a score is told, and which side of it is better. */
export interface ScoreScale {
  unit: string;
  better: Better;
}

const sameScale = (a: ScoreScale, b: ScoreScale) => a.unit === b.unit && a.better === b.better;

/**
 * A scale in words.
 *
 * @example scaleWords({ unit: 'fps', better: 'higher' }) → 'fps, higher is better'
 */
export function scaleWords({ unit, better }: ScoreScale): string {
  return `${unit || 'no unit'}, ${better} is better`;
}

/**
 * The one scale of a ranking by score, and the runs that are told in another: two units, or two better sides, are two scales and make
 * no order (FORMATS step 14). The scale that most runs have; of equals the one that comes first. Null where there is none.
 *
 * Example: Four runs in fps and two in seconds: fps, and the two.
 */
export function scoreScale<Run extends { score: ScoreScale | null }>(
  runs: readonly Run[],
): { scale: ScoreScale; others: (Run & { score: ScoreScale })[] } | null {
  const scored = runs.filter((run): run is Run & { score: ScoreScale } => run.score !== null);
  const counts: { scale: ScoreScale; runs: number }[] = [];
  for (const { score } of scored) {
    const found = counts.find(({ scale }) => sameScale(scale, score));
    if (found) found.runs += 1;
    else counts.push({ scale: { unit: score.unit, better: score.better }, runs: 1 });
  }
  const [most] = counts.sort((a, b) => b.runs - a.runs);
  if (!most) return null;
  return { scale: most.scale, others: scored.filter(({ score }) => !sameScale(most.scale, score)) };
}

/**
 * A response in the unit and with the better side that its runs state, the runs that can be ranked by it, and those of another scale,
 * which are no part of that order; all of them where it has a scale of its own.
 */
export function onOneScale<Run extends { score: ScoreScale | null }>(
  response: Response,
  runs: readonly Run[],
): { response: Response; runs: readonly Run[]; others: (Run & { score: ScoreScale })[] } {
  const found = response.ownScale ? scoreScale(runs) : null;
  if (!found) return { response, runs, others: [] };
  const left = new Set<Run>(found.others);
  return {
    response: { ...response, ...found.scale },
    runs: runs.filter((run) => !left.has(run)),
    others: found.others,
  };
}
