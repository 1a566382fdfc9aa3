import { readFile } from 'node:fs/promises';
import type { Tell } from '@/core/progress';
import type { RememberedColumn } from '@/formats/log/logReader';
import { checkUpload } from '../bring/checkUpload';
import { describeLog } from '../bring/describeLog';
import type { ImportChoices } from '../bring/importBundle';
import { importRawRuns } from '../bring/importRawRuns';
import { importUpload } from '../bring/importUpload';
import { keepRecording, type RecordingRequest } from '../sound/keepRecording';
import type { RawRunsPlan } from '../bring/rawRunsSchema';
import { makeOutgoing, type OutgoingWish } from '../outgoing/makeOutgoing';
import { addPhoto } from '../publish/photos';
import { publish, type PublishWish } from '../publish/publish';

/** What is done on a process of its own, since it may take long or much: what reads files from outside, and what makes those that leave. */
const JOBS = {
  check: (other: { uploadId: string }, tell: Tell) => checkUpload(other.uploadId, tell),
  describe: (
    other: { uploadId: string; fileId: number; columns?: RememberedColumn[] | undefined },
    tell: Tell,
  ) => describeLog(other.uploadId, other.fileId, other.columns, tell),
  import: ({ uploadId, choices }: { uploadId: string; choices?: ImportChoices }, tell: Tell) =>
    importUpload(uploadId, choices, tell),
  recording: ({ uploadId, request }: { uploadId: string; request: RecordingRequest }, tell: Tell) =>
    keepRecording(uploadId, request, tell),
  runs: (other: { uploadId: string; plan: RawRunsPlan }, tell: Tell) =>
    importRawRuns(other.uploadId, other.plan, tell),
  make: ({ wish, file }: { wish: OutgoingWish; file: string }, tell: Tell) => makeOutgoing(wish, file, tell),
  publish: ({ roundUpId, wish, now }: { roundUpId: number; wish: PublishWish; now: Date }, tell: Tell) =>
    publish(roundUpId, wish, now, tell),
  photo: async ({ roundUpId, file }: { roundUpId: number; file: string }) =>
    addPhoto(roundUpId, new Uint8Array(await readFile(file))),
};

export type JobName = keyof typeof JOBS;
export type JobInput<N extends JobName> = Parameters<(typeof JOBS)[N]>[0];
export type JobResult<N extends JobName> = Awaited<ReturnType<(typeof JOBS)[N]>>;

export function runJob<N extends JobName>(name: N, input: JobInput<N>, tell: Tell): Promise<JobResult<N>> {
  const job = JOBS[name] as (input: JobInput<N>, tell: Tell) => Promise<unknown>;
  return job(input, tell) as Promise<JobResult<N>>;
}
