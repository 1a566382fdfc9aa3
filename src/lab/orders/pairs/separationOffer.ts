import { toSeparate, type Separation } from '@/core/judgement/pairs/toSeparate';
import type { Outcome } from '@/core/outcome';
import { furtherHours } from '@/core/plan/furtherRepeats';
import type { OwnRepeats } from '@/core/plan/planSettings';
import type { PlanSheet } from '@/core/plan/planSheet';
import { NO_DAY, planBasis } from '@/lab/planning/planBasis';
import type { RoundUpView } from '@/lab/model/roundUpView';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { measuredRepeats } from './measuredRepeats';

/** What would separate two entries, what it takes at the bench, and the plan that it can be put on. */
export interface SeparationOffer {
  separation: Outcome<Separation>;
  /** How far they are apart. */
  gap: number;
  /** How often each is measured then; the control's repeats are its re-tests. */
  own: OwnRepeats[];
  /** Hours that this adds to the plan; null where it cannot be laid. */
  hours: number | null;
  /** Null where none was written. */
  plan: { version: number; body: PlanSheet } | null;
}

/** What would separate two that stand at one load, of `compared` that are compared at once in `rows` conditions. */
export async function offerToSeparate(
  view: RoundUpView,
  [one, other]: readonly [PlacedEntry, PlacedEntry],
  { load, compared, rows }: { load: string; compared: number; rows: number },
): Promise<SeparationOffer> {
  const repeated = (placed: PlacedEntry) => ({ ...placed, ...measuredRepeats(view, placed.entry, load) });
  const separation = toSeparate(repeated(one), repeated(other), compared, rows);
  const gap = Math.abs(one.value - other.value);
  if (!separation.known) return { separation, gap, own: [], hours: null, plan: null };
  const { mounts, passes } = separation.value;
  const basis = await planBasis(view, NO_DAY);
  const own = [one, other]
    .filter(({ entry }) => basis.entries.some((known) => known.entry === entry && !known.isControl))
    .map(({ entry }) => ({ entry, mounts, passes }));
  return {
    ...{ separation, gap, own },
    hours: furtherHours(basis.sheet.body, own, basis),
    plan: basis.sheet.version > 0 ? basis.sheet : null,
  };
}
