import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { zipSync } from 'fflate';
import { Client } from 'pg';
import { freshDatabase } from './database';

export interface Application {
  url: string;
  process: ChildProcess;
  /** As a power cut would: no goodbye. */
  kill: () => Promise<void>;
  databaseUrl: string;
  stop: () => Promise<void>;
}

/**
 * A request as the application's own pages send it: writes say where they come from. A connection that was kept and that the server closed
 * in the same moment took nothing with it: it is asked anew.
 */
export async function ask(url: string, init: RequestInit = {}): Promise<Response> {
  const headers = { origin: new URL(url).origin, ...(init.headers as Record<string, string>) };
  try {
    return await fetch(url, { ...init, headers });
  } catch (error) {
    const { code } = (error as { cause?: { code?: string } }).cause ?? {};
    if (code !== 'UND_ERR_SOCKET' && code !== 'ECONNRESET') throw error;
    return fetch(url, { ...init, headers });
  }
}

/** The built application with a connection to its database beside it; what ends both. */
export async function startWithDatabase(): Promise<{
  app: Application;
  database: Client;
  stop: () => Promise<void>;
}> {
  const app = await startApplication();
  const database = new Client({ connectionString: app.databaseUrl });
  await database.connect();
  const stop = async () => {
    await database.end();
    await app.stop();
  };
  return { app, database, stop };
}

/** Uploads a bundle as one zip of its files; the id of the upload. */
export async function upload(url: string, files: ReadonlyMap<string, Uint8Array>): Promise<string> {
  // Packed before anything is asked: a connection that is kept would be closed meanwhile, unseen.
  const body = Buffer.from(zipSync(Object.fromEntries(files), { level: 1 }));
  const { id } = (await (await ask(`${url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  const sent = await ask(`${url}/api/stream/${id}?path=round-up.zip`, { method: 'PUT', body });
  if (!sent.ok) throw new Error(await sent.text());
  return id;
}

/** Imports what was uploaded, as if the lab had none of it unless told otherwise. */
export const importAsNew = (
  url: string,
  uploadId: string,
  choices: object = { othersNew: true, asAnother: true },
): Promise<Response> =>
  ask(`${url}/api/uploads/${uploadId}/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(choices),
  });

const END_WITHIN_MS = 5000;

export async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** The built application on a free port, over a database of its own that nobody else sees. */
export async function startApplication(use?: {
  databaseUrl: string;
  /** Where one that was killed stood. */
  port?: number;
}): Promise<Application> {
  const database = use ? null : await freshDatabase();
  const databaseUrl = use?.databaseUrl ?? database!.url;
  const port = use?.port ?? (await freePort());
  const child = spawn('node_modules/.bin/next', ['start', '-H', '127.0.0.1', '-p', String(port)], {
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: databaseUrl },
    stdio: 'ignore',
    // A group of its own, so that it can be killed whole.
    detached: true,
  });
  const url = `http://127.0.0.1:${port}`;
  const end = performance.now() + 120_000;
  for (;;) {
    const answered = await fetch(url).then(
      () => true,
      () => false,
    );
    if (answered) break;
    if (performance.now() > end) throw new Error('the application does not answer');
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return {
    url,
    process: child,
    databaseUrl,
    kill: async () => {
      const ended = new Promise((resolve) => child.once('exit', resolve));
      process.kill(-child.pid!, 'SIGKILL');
      await ended;
    },
    stop: async () => {
      const ended = new Promise((resolve) => child.once('exit', resolve));
      if (child.exitCode === null && child.signalCode === null) {
        process.kill(-child.pid!, 'SIGTERM');
        // It waits for what it is answering: as `./abanico start` does, it is ended where that takes too long.
        const late = setTimeout(() => process.kill(-child.pid!, 'SIGKILL'), END_WITHIN_MS);
        await ended;
        clearTimeout(late);
      }
      await database?.drop();
    },
  };
}
