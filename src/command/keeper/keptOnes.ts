import { execFileSync, spawn, type ChildProcess, type SpawnOptions } from 'node:child_process';
import { closeSync, openSync } from 'node:fs';
import { join } from 'node:path';
import { program } from '@/lab/work/program';
import type { Kept } from './keptProcess';

/** Largest heap of the web server, MB: beyond it the process ends and is started again. */
export const WEB_HEAP_MB = 1024;

/** A group of its own: Ctrl-C reaches `start` alone, which ends all in their order. */
const KEPT: SpawnOptions = { detached: true, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] };

function node(args: readonly string[], env: Record<string, string> = {}): ChildProcess {
  return spawn(process.execPath, args, { ...KEPT, env: { ...process.env, ...env } });
}

function idsOf(user: string): { uid?: number; gid?: number } {
  if (!user) return {};
  const id = (flag: string) => Number(execFileSync('id', [flag, user], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** The private cluster that `scripts/start.sh` made; null where the database is somebody else's. */
export function postgres(): Kept | null {
  const {
    ABANICO_CLUSTER: home,
    ABANICO_CLUSTER_BIN: bin,
    ABANICO_CLUSTER_PORT: port,
    ABANICO_CLUSTER_USER: user,
  } = process.env;
  if (!home || !bin) return null;
  const settings = [`listen_addresses=127.0.0.1`, `port=${port}`, 'unix_socket_directories='];
  const begin = () => {
    const log = openSync(join(home, 'server.log'), 'a');
    const child = spawn(
      join(bin, 'postgres'),
      ['-D', home, ...settings.flatMap((setting) => ['-c', setting])],
      {
        ...idsOf(user ?? ''),
        cwd: '/',
        detached: true,
        stdio: ['ignore', log, log],
      },
    );
    closeSync(log);
    return child;
  };
  // SIGINT asks for a fast shutdown (PostgreSQL manual, "Shutting Down the Server").
  return { name: 'PostgreSQL', begin, beats: false, endSignal: 'SIGINT', endWithinMs: 20_000 };
}

export const rig = (): Kept => ({
  name: 'the simulated rig',
  begin: () => node(program('rig')),
  beats: true,
  endSignal: 'SIGTERM',
  endWithinMs: 5000,
});

/** Before it ends it takes the load off. */
export const bench = (): Kept => ({
  name: 'the bench process',
  begin: () => node(program('bench')),
  beats: true,
  endSignal: 'SIGTERM',
  endWithinMs: 10_000,
});

export const web = (port: string): Kept => ({
  name: 'the web server',
  begin: () =>
    node(
      [
        `--max-old-space-size=${WEB_HEAP_MB}`,
        'node_modules/next/dist/bin/next',
        'start',
        '-H',
        '127.0.0.1',
        '-p',
        port,
      ],
      { NODE_ENV: 'production' },
    ),
  beats: true,
  // Pages that are followed live hold connections open: nobody waits for them longer than this.
  endSignal: 'SIGTERM',
  endWithinMs: 5000,
});
