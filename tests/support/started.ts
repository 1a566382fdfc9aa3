import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

type Name = 'PostgreSQL' | 'the simulated rig' | 'the bench process' | 'the web server';

/** Children of a process, and theirs. */
function below(pid: number): number[] {
  const children = readdirSync('/proc')
    .map(Number)
    .filter((value) => value > 0)
    .filter((value) => {
      try {
        return readFileSync(`/proc/${value}/stat`, 'latin1').split(') ').pop()!.split(' ')[1] === String(pid);
      } catch {
        return false;
      }
    });
  return children.flatMap((value) => [value, ...below(value)]);
}

/** `./abanico start` as a reviewer runs it, on a data folder of its own. */
export class Started {
  static emptyFolder(): string {
    const folder = mkdtempSync(join(tmpdir(), 'abanico-start-'));
    // So that PostgreSQL's own user reaches it, where the tests run as root.
    chmodSync(folder, 0o755);
    return folder;
  }

  readonly url: string;
  private readonly child: ChildProcess;
  out = '';
  said = '';
  /** Its status, or the signal that ended it. */
  readonly ended: Promise<number | string>;

  constructor(
    readonly data: string,
    port: number,
  ) {
    const { DATABASE_URL: _, ...env } = process.env;
    this.url = `http://127.0.0.1:${port}`;
    this.child = spawn('bash', ['abanico', 'start'], {
      env: { ...env, ABANICO_DATA: data, PORT: String(port) },
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    });
    this.child.stdout!.on('data', (buffer: Buffer) => (this.out += buffer.toString()));
    this.child.stderr!.on('data', (buffer: Buffer) => (this.said += buffer.toString()));
    this.ended = new Promise((resolve) =>
      this.child.once('exit', (code, signal) => resolve(signal ?? code ?? 0)),
    );
  }

  get isReady(): boolean {
    return this.said.includes('ready. Ctrl-C stops everything.');
  }

  /** Numbers of the processes that it keeps, as it noted them for a later start. */
  get kept(): { pid: number; name: Name }[] {
    const file = join(this.data, 'processes');
    if (!existsSync(file)) return [];
    return readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((line) => {
        const [, pid, name] = /^(\d+) \d+ (.+)$/.exec(line) ?? [];
        return pid ? [{ pid: Number(pid), name: name as Name }] : [];
      });
  }

  /** Signals one that it keeps, with all that stand below it. */
  signal(name: Name, signal: NodeJS.Signals): void {
    const pid = this.kept.find((other) => other.name === name)?.pid;
    if (pid === undefined) throw new Error(`${name} does not run`);
    for (const value of [pid, ...(signal === 'SIGKILL' ? [] : below(pid))]) process.kill(value, signal);
  }

  /** As a terminal that is closed: nobody takes its words any more. */
  hangUp(): void {
    this.child.stdout!.destroy();
    this.child.stderr!.destroy();
  }

  end(signal: NodeJS.Signals): void {
    this.child.kill(signal);
  }
}

/** Whether a process is there and has not ended. */
export function lives(pid: number): boolean {
  try {
    return !readFileSync(`/proc/${pid}/stat`, 'latin1').includes(') Z ');
  } catch {
    return false;
  }
}
