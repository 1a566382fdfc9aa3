// The process on which files from outside are read: one job at a time, told by the web server that began it.
import type { Tell } from '@/core/progress';
import { inRequest } from '@/database/sentRequests';
import { runJob, type JobInput, type JobName } from '@/lab/work/jobs';
import { sweepOldUploads } from '@/lab/bring/uploads';
import { sentFailure, type FromWorker } from '@/lab/work/messages';

const TELL_MS = 150;

interface SentJob {
  name: JobName;
  input: JobInput<JobName>;
  request: string | null;
}

function send(message: FromWorker): void {
  if (process.connected) process.send?.(message, undefined, undefined, () => undefined);
}

/** Tells how far one job is, and not more often than a page asks. */
function teller(): Tell {
  let toldMs = -Infinity;
  return (what, share) => {
    if (performance.now() - toldMs < TELL_MS) return;
    toldMs = performance.now();
    send({ told: { what, share } });
  };
}

void sweepOldUploads().catch(() => undefined);
process.once('disconnect', () => process.exit(0));
process.on('message', ({ name, input, request }: SentJob) => {
  const job = () => runJob(name, input as never, teller());
  // A request that is sent again is begun again here, and counts once.
  void (request === null ? job() : inRequest(request, job)).then(
    (done) => send({ done }),
    (error: unknown) => send({ failed: sentFailure(error) }),
  );
});
