import { listPublications } from '@/database/roundUps/publications';
import { withDatabase } from '@/database/pool';
import { viewRail } from './railView';
import { viewRoundUp } from '../model/roundUpView';

/** What comes next in a round-up, in a few words; empty where there is none of that id. */
export async function viewNextStep(roundUpId: number): Promise<string> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return '';
  const { briefDecided, plan, onRig } = await viewRail(roundUpId);
  if (onRig) return 'a mount is on the rig';
  if (!briefDecided) return 'decide the brief';
  if (view.entries.length === 0) return 'name what is compared';
  if (plan && plan.done < plan.planned) {
    const left = plan.planned - plan.done;
    return `${left} ${left === 1 ? 'reading' : 'readings'} of the plan are left`;
  }
  if (view.runs.length === 0) return 'write the plan, or bring runs';
  const versions = await withDatabase((db) => listPublications(db, roundUpId));
  const last = versions.at(-1);
  return last ? `version ${last.version} is published` : 'write and publish the verdict';
}
