import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { requestAtHand } from '@/database/sentRequests';
import { Refused } from '../refusal';
import type { JobInput, JobName, JobResult } from './jobs';
import { program } from './program';
import { atOnce, laneOf, type Lane } from './lanes';
import { failureFrom, type FromWorker } from './messages';

export interface WorkLimits {
  memoryMb: number;
  seconds: number;
}

/** How far a piece of work is; it waits where others are before it. */
export interface WorkProgress {
  waits: boolean;
  what: string;
  share: number;
}

/** A process that has nothing to do is kept so long for the next, ms. */
const IDLE_MS = 60_000;
/** One that has grown so large is not kept, MB. */
const MOST_KEPT_MB = 400;
const LOOK_MS = 250;
/** Of the memory allowed, so much is heap; the rest is bytes of files. */
const HEAP_SHARE = 0.6;
const PATIENCE_MS = 120_000;

/** Memory that a process holds, MB (proc(5), VmRSS). */
function residentMb(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'latin1'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

/** What a process that is gone has not done. */
const DONE: Record<Lane, string> = { look: 'read', bring: 'imported', make: 'made', picture: 'kept' };

interface Job {
  /** By which it is asked about and stopped. */
  id: string;
  name: JobName;
  lane: Lane;
  input: unknown;
  /** The request that asks for it, where that may be sent again. */
  request: string | null;
  progress: WorkProgress;
  worker: ChildProcess | null;
  /** Stops listening to its process. */
  leave: () => void;
  resolve: (result: unknown) => void;
  reject: (error: Error) => void;
}

/**
 * Runs what reads files from outside on processes of their own, so that nobody else waits for it, and no file can take
 * more memory or time than is allowed: the process is ended, and what it had begun to write is rolled back with it.
 */
export class WorkPool {
  private readonly waiting: Job[] = [];
  private readonly running = new Set<Job>();
  private readonly idle = new Map<ChildProcess, NodeJS.Timeout>();

  constructor(private readonly limits: WorkLimits) {}

  /**
   * @param id by which it is asked about and stopped
   * @throws Refused where it takes too much memory or time, or was stopped; and what the job itself throws
   */
  run<N extends JobName>(name: N, input: JobInput<N>, id: string): Promise<JobResult<N>> {
    return new Promise((resolve, reject) => {
      this.waiting.push({
        ...{ id, name, lane: laneOf(name) },
        input,
        request: requestAtHand(),
        progress: { waits: true, what: '', share: 0 },
        worker: null,
        leave: () => undefined,
        resolve: resolve as (result: unknown) => void,
        reject,
      });
      this.next();
    });
  }

  /** How far a piece of work is; null where none goes on. */
  progressOf(id: string): WorkProgress | null {
    const job = [...this.running, ...this.waiting].find((job) => job.id === id);
    return job?.progress ?? null;
  }

  /** Ends all work of an id. */
  stop(id: string): void {
    for (const job of [...this.waiting])
      if (job.id === id) {
        this.waiting.splice(this.waiting.indexOf(job), 1);
        job.reject(new Refused('Stopped: nothing was written.'));
      }
    for (const job of [...this.running])
      if (job.id === id) this.give(job, () => job.reject(new Refused('Stopped: nothing was written.')), true);
  }

  /** A process made ready before it is needed. */
  warm(): void {
    if (this.idle.size === 0 && this.running.size === 0) this.keep(this.begin());
  }

  private begin(): ChildProcess {
    const heapMb = Math.round(this.limits.memoryMb * HEAP_SHARE);
    const args = [`--max-old-space-size=${heapMb}`, ...program('work')];
    const worker = spawn(process.execPath, args, {
      env: { ...process.env, ABANICO_PATIENCE_MS: String(PATIENCE_MS) },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      serialization: 'advanced',
    });
    // Pages and the bench come first, while it begins, too.
    if (worker.pid) setPriority(worker.pid, 10);
    // A channel that breaks is told by the end of the process.
    worker.on('error', () => undefined);
    return worker;
  }

  private keep(worker: ChildProcess): void {
    if (residentMb(worker.pid ?? 0) > MOST_KEPT_MB) {
      worker.kill('SIGKILL');
      return;
    }
    const timer = setTimeout(() => {
      this.idle.delete(worker);
      worker.kill('SIGKILL');
    }, IDLE_MS);
    timer.unref();
    worker.unref();
    worker.channel?.unref();
    this.idle.set(worker, timer);
  }

  private take(): ChildProcess {
    for (const [worker, timer] of this.idle) {
      clearTimeout(timer);
      this.idle.delete(worker);
      if (worker.exitCode === null && worker.signalCode === null && worker.connected) return worker;
    }
    return this.begin();
  }

  private next(): void {
    for (const job of [...this.waiting]) {
      const before = [...this.running].filter(({ lane }) => lane === job.lane).length;
      if (before >= atOnce(job.lane)) continue;
      this.waiting.splice(this.waiting.indexOf(job), 1);
      this.work(job);
    }
  }

  private work(job: Job): void {
    const worker = this.take();
    job.worker = worker;
    worker.ref();
    worker.channel?.ref();
    job.progress = { waits: false, what: '', share: 0 };
    this.running.add(job);
    const { memoryMb, seconds } = this.limits;
    const tooLarge = () =>
      job.reject(
        new Refused(`This needs more than ${memoryMb} MB of memory, and was stopped: import it in parts.`),
      );
    const beganMs = performance.now();
    const look = setInterval(() => {
      if (residentMb(worker.pid ?? 0) > memoryMb) this.give(job, tooLarge, true);
      else if (performance.now() - beganMs > seconds * 1000)
        this.give(
          job,
          () =>
            job.reject(
              new Refused(`This took longer than ${seconds} s, and was stopped: import it in parts.`),
            ),
          true,
        );
    }, LOOK_MS);
    const heard = (message: FromWorker) => {
      if ('told' in message) job.progress = { waits: false, ...message.told };
      else if ('done' in message) this.give(job, () => job.resolve(message.done));
      else this.give(job, () => job.reject(failureFrom(message.failed)));
    };
    const fell = (code: number | null, signal: NodeJS.Signals | null) =>
      // A heap that is full ends Node.js by itself.
      this.give(
        job,
        signal === 'SIGABRT' || code === 134
          ? tooLarge
          : () => {
              process.stderr.write(`abanico: the process of “${job.name}” was ended by ${signal ?? code}\n`);
              job.reject(
                new Refused(`The process at work on it was ended: nothing was ${DONE[job.lane]}. Try again.`),
              );
            },
        true,
      );
    worker.on('message', heard);
    worker.once('exit', fell);
    job.leave = () => {
      clearInterval(look);
      worker.off('message', heard);
      worker.off('exit', fell);
    };
    worker.send(
      { name: job.name, input: job.input, request: job.request },
      (error) => error && fell(null, null),
    );
  }

  /** The end of a job, once: its process is kept for the next, or ended. */
  private give(job: Job, answer: () => void, end = false): void {
    if (!this.running.delete(job)) return;
    job.leave();
    if (end) job.worker?.kill('SIGKILL');
    else this.keep(job.worker!);
    answer();
    this.next();
  }
}
