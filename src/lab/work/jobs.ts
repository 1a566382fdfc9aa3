import type { Tell } from '@/core/progress';
import type { RememberedColumn } from '@/formats/log/logReader';
import { checkUpload } from '../checkUpload';
import { describeLog } from '../describeLog';
import type { ImportChoices } from '../importBundle';
import { importRawRuns } from '../importRawRuns';
import { importUpload } from '../importUpload';
import type { RawRunsPlan } from '../rawRunsSchema';
import { dropUpload } from '../uploads';

/** What is done on a process of its own, since it may take long or much: everything that reads what came from outside. */
const JOBS = {
  check: (of: { uploadId: string }, tell: Tell) => checkUpload(of.uploadId, tell),
  describe: (of: { uploadId: string; fileId: number; columns?: RememberedColumn[] }, tell: Tell) =>
    describeLog(of.uploadId, of.fileId, of.columns, tell),
  import: ({ uploadId, choices }: { uploadId: string; choices?: ImportChoices }, tell: Tell) =>
    importUpload(uploadId, choices, tell),
  drop: (of: { uploadId: string }) => dropUpload(of.uploadId),
  runs: (of: { uploadId: string; plan: RawRunsPlan }, tell: Tell) =>
    importRawRuns(of.uploadId, of.plan, tell),
};

export type JobName = keyof typeof JOBS;
export type JobInput<N extends JobName> = Parameters<(typeof JOBS)[N]>[0];
export type JobResult<N extends JobName> = Awaited<ReturnType<(typeof JOBS)[N]>>;

export function runJob<N extends JobName>(name: N, input: JobInput<N>, tell: Tell): Promise<JobResult<N>> {
  const job = JOBS[name] as (of: JobInput<N>, tell: Tell) => Promise<unknown>;
  return job(input, tell) as Promise<JobResult<N>>;
}
