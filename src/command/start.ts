// What stays of `./abanico start`: begins PostgreSQL, the simulated rig, the bench process and the web server, brings
// back whichever of them falls, and ends them in their order.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, realpathSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Client } from 'pg';
import { program } from '@/lab/work/program';
import { KeptProcess, type Kept, type KeeperWorld } from './keeper/keptProcess';
import { speakOn } from './underStart';
import { bench, postgres, rig, web } from './keeper/keptOnes';

const ANSWER_MS = 60_000;

const say = (message: string) => void process.stderr.write(`abanico: ${message}\n`);

/** Clock ticks at which a process began, as `scripts/lock.sh` compares them. */
function began(pid: number): string {
  const stat = readFileSync(`/proc/${pid}/stat`, 'latin1');
  return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]!;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

class Start {
  private readonly kept: KeptProcess[] = [];
  private ending = false;
  private readonly world: KeeperWorld = {
    say,
    nowMs: () => performance.now(),
    after: (ms, work) => {
      const timer = setTimeout(work, ms);
      return () => clearTimeout(timer);
    },
    changed: () => this.note(),
  };

  constructor(
    private readonly data: string,
    private readonly port: string,
  ) {}

  /** Which processes run, for the start after a kill of this one. */
  private note(): void {
    const { dev, ino } = statSync(this.data);
    const folder = `folder ${dev} ${ino} ${realpathSync(this.data)}\n`;
    const lines = this.kept.flatMap(({ name, pid }) => {
      try {
        return pid === null ? [] : [`${pid} ${began(pid)} ${name}\n`];
      } catch {
        return [];
      }
    });
    try {
      writeFileSync(join(this.data, 'processes'), folder + lines.join(''));
    } catch (error) {
      say(`the list of running processes could not be saved: ${(error as Error).message}`);
    }
  }

  private keep(kept: Kept): void {
    const process = new KeptProcess(kept, this.world);
    this.kept.push(process);
    process.start();
  }

  private async until(what: string, answers: () => Promise<unknown>): Promise<void> {
    const end = performance.now() + ANSWER_MS;
    for (;;) {
      if (this.ending) return;
      const refused = await answers().then(
        () => null,
        (error: Error) => error,
      );
      if (!refused) return;
      if (performance.now() > end) throw new Error(`${what} does not answer: ${refused.message}`);
      await pause(150);
    }
  }

  async begin(): Promise<void> {
    const cluster = postgres();
    if (cluster) {
      this.keep(cluster);
      await this.until('PostgreSQL', async () => {
        const client = new Client({
          connectionString: process.env.DATABASE_URL,
          connectionTimeoutMillis: 3000,
        });
        client.on('error', () => undefined);
        await client.connect();
        await client.end();
      });
    }
    if (this.ending) return;
    const prepare = spawn(process.execPath, program('prepare'), {
      stdio: 'inherit',
    });
    const [code] = (await once(prepare, 'exit')) as [number | null];
    if (this.ending) return;
    if (code !== 0) throw new Error('the lab could not be made ready');
    if (!process.env.ABANICO_INSTRUMENTS) {
      process.env.ABANICO_INSTRUMENTS = join(this.data, 'instruments.json');
      mkdirSync(this.data, { recursive: true });
      rmSync(process.env.ABANICO_INSTRUMENTS, { force: true });
      this.keep(rig());
    }
    this.keep(bench());
    this.keep(web(this.port));
    const url = `http://127.0.0.1:${this.port}`;
    await this.until('the application', () => fetch(url, { signal: AbortSignal.timeout(5000) }));
    if (this.ending) return;
    process.stdout.write(`${url}\n`);
    say('ready. Ctrl-C stops everything.');
  }

  /** The last begun ends first but for the bench, which takes the load off while its instruments are there. */
  async end(): Promise<void> {
    if (this.ending) return;
    this.ending = true;
    const last = this.kept
      .filter((process) => ['the simulated rig', 'PostgreSQL'].includes(process.name))
      .reverse();
    await Promise.all(this.kept.filter((process) => !last.includes(process)).map((process) => process.end()));
    for (const process of last) await process.end();
    for (const file of ['processes', 'lock']) rmSync(join(this.data, file), { force: true });
  }
}

async function main(): Promise<void> {
  const { ABANICO_DATA: data, PORT: port, ABANICO_BENCH_SPEED: speed = '1' } = process.env;
  if (!data || !port) throw new Error('start: ABANICO_DATA and PORT must be set; ./abanico start does');
  speakOn();
  const start = new Start(data, port);
  const statuses = { SIGINT: 130, SIGTERM: 143, SIGHUP: 143 } as const;
  for (const [signal, status] of Object.entries(statuses))
    process.on(signal, () => void start.end().then(() => process.exit(status)));
  try {
    if (!(Number(speed) >= 1 && Number(speed) <= 120))
      throw new RangeError(`ABANICO_BENCH_SPEED must be a number from 1 to 120, got "${speed}".`);
    await start.begin();
  } catch (error) {
    say((error as Error).message);
    await start.end();
    process.exit(1);
  }
}

void main();
