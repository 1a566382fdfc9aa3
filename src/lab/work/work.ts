import { nothingUsable } from '../bring/checkUpload';
import type { JobResult } from './jobs';
import { Refused } from '../refusal';
import { dropUpload } from '../bring/uploads';
import { WorkPool } from './workPool';

/** What one piece of work may take: more needs more than a reviewer's evening. */
const LIMITS = {
  memoryMb: Number(process.env.ABANICO_WORK_MB ?? 2048),
  seconds: Number(process.env.ABANICO_WORK_S ?? 600),
};

// Next.js may load this module more than once in a process; the pool must be one all the same.
const shared = globalThis as { abanicoWork?: WorkPool };

export function work(): WorkPool {
  shared.abanicoWork ??= new WorkPool(LIMITS);
  return shared.abanicoWork;
}

/** Looks at an upload on a process of its own; what takes too much is told like any fault of a bundle. */
export async function checkAside(uploadId: string): Promise<JobResult<'check'>> {
  try {
    return await work().run('check', { uploadId }, uploadId);
  } catch (error) {
    if (error instanceof Refused) return nothingUsable({ file: 'upload', message: error.message });
    throw error;
  }
}

/** Ends what is done with an upload, and clears it away: nobody waits for the work of others to be rid of his own. */
export async function dropAside(uploadId: string): Promise<void> {
  work().stop(uploadId);
  await dropUpload(uploadId);
}
