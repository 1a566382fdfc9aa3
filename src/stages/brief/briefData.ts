import type { Brief } from '@/core/brief/brief';
import type { BriefChange } from '@/core/brief/briefChanges';
import type { CardRig } from '@/core/brief/methodCard';
import type { MethodDone } from '@/core/brief/methodDone';
import type { KeptSheet } from '@/ui/form/useSheet';

/** What the Brief page is given. */
export interface BriefData {
  roundUpId: number;
  sheet: KeptSheet<Brief>;
  runs: number;
  rig: CardRig;
  /** What was done so far; null before the first run that counts. */
  done: MethodDone | null;
  methods: { id: number; name: string; body: Brief }[];
  history: { changedAt: Date; who: string; reason: string; changes: BriefChange[] }[];
}
