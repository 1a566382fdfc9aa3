import type { Apart } from '@/core/bridge/standTogether';
import type { RigBook } from '@/core/rig/instrument';
import type { RigSetup } from '@/core/rig/rigSetup';
import type { SetupDifference } from '@/core/rig/setupDifferences';
import type { KeptSheet } from '@/ui/form/useSheet';

/** What the Rig page is given. */
export interface RigData {
  roundUpId: number;
  rigId: number;
  name: string;
  currentId: number;
  /** Somebody has noted how the current revision stands. */
  noted: boolean;
  book: KeptSheet<RigBook>;
  today: string;
  revisions: {
    id: number;
    revision: number;
    startedAt: Date;
    reason: string;
    runs: number;
    setup: RigSetup;
    changes: SetupDifference[];
  }[];
  apart: {
    revision: number;
    revisionId: number;
    entries: number;
    runs: number;
    differences: SetupDifference[];
    /** By the one rule of what may stand together. */
    apart: Apart[];
    isBridged: boolean;
  }[];
}
