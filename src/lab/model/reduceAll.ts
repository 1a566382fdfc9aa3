import { noResult } from '@/core/reduction/noResult';
import type { Reduction } from '@/core/reduction/reduceTrace';
import { noProgress, type Tell } from '@/core/progress';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { BundleRun } from '@/formats/bundle/tables/runsTable';
import { ProblemList, type Problem } from '@/formats/problem';
import { reduceRun, type RigRule } from './reduceRun';

type Item = Bundle['runs'][number];

export interface ReducedRun {
  item: Item;
  reduction: Reduction;
}

/** A run that gives no number, as a problem of its row. */
export function noNumber(run: BundleRun, reason: string): Problem {
  return {
    file: 'runs.csv',
    line: run.line,
    column: run.trace ? 'trace' : 'cpu_c',
    message: run.trace ? `${run.trace}: ${reason}` : reason,
  };
}

/** A run of a bundle that gives no number and must. */
export class NoNumber extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

/**
 * What a run of a bundle comes to; one that was set aside need not have come to a number.
 * @throws NoNumber where it should have
 */
export function reduceItem(item: Item, rule: RigRule): Reduction {
  const result = reduceRun(item.run, item.trace, rule);
  if (result.known) return result.value;
  if (item.run.setAside) return noResult(result.reason);
  throw new NoNumber(noNumber(item.run, result.reason));
}

/** All runs of a bundle with what they come to, and those that come to nothing as problems of their rows. */
export function reduceAll(
  bundle: Bundle,
  tell: Tell = noProgress,
): { reduced: ReducedRun[]; problems: Problem[] } {
  const { rig, method } = bundle.dataPackage;
  const rule = { limitC: rig.limitC, powerAt: rig.powerAt, windowS: method.windowS };
  const reduced: ReducedRun[] = [];
  const problems = new ProblemList();
  for (const [i, item] of bundle.runs.entries()) {
    tell('Reducing the runs', i / bundle.runs.length);
    try {
      reduced.push({ item, reduction: reduceItem(item, rule) });
    } catch (error) {
      if (!(error instanceof NoNumber)) throw error;
      problems.push(error.problem);
    }
  }
  return { reduced, problems: problems.list() };
}
