import { listPublications } from '@/database/roundUps/publications';
import { withDatabase } from '@/database/pool';
import { plural } from '@/core/words';
import { viewRail } from './railView';
import { viewRoundUp } from '../model/roundUpView';

/** What comes next in a round-up: in a few words, the page where it is done, and how urgent it is (0 first). */
export interface NextStep {
  words: string;
  path: string;
  urgency: number;
}

/** What comes next in a round-up; null where there is none of that id. */
export async function viewNextStep(roundUpId: number): Promise<NextStep | null> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const step = (words: string, path: string, urgency: number): NextStep => ({ words, path, urgency });
  const { briefDecided, plan, onRig } = await viewRail(roundUpId);
  if (onRig) return step('a mount is on the rig', 'bench', 0);
  if (plan && plan.done > 0 && plan.done < plan.planned)
    return step(`${plural(plan.planned - plan.done, 'run')} of the plan left`, 'bench', 1);
  if (!briefDecided) return step('decide the brief', 'brief', 3);
  if (view.entries.length === 0) return step('name what is compared', 'line-up', 2);
  if (plan && plan.done < plan.planned)
    return step(`${plural(plan.planned - plan.done, 'run')} of the plan left`, 'bench', 2);
  if (view.runs.length === 0) return step('write the plan, or import runs', 'plan', 2);
  const versions = await withDatabase((db) => listPublications(db, roundUpId));
  const last = versions.at(-1);
  return last
    ? step(`version ${last.version} is published`, 'verdict', 9)
    : step('write and publish the verdict', 'verdict/write', 4);
}
