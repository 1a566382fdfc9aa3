/* eslint-disable no-console -- Next.js tells what went wrong through it */
import type { IncomingMessage, ServerResponse } from 'node:http';

const SAY_AGAIN_MS = 60_000;

/** Every page that waits for the database asks again and again: its log says so once a minute, and not each time. */
function saySilenceOnce(): void {
  const said = console.error;
  let saidMs = -Infinity;
  console.error = (...rows: unknown[]) => {
    const digests = rows.map((other) => (other as { digest?: string } | null)?.digest);
    const isBusy = digests.includes('DATABASE_BUSY');
    if (!isBusy && !digests.includes('DATABASE_AWAY')) return said(...rows);
    if (performance.now() - saidMs < SAY_AGAIN_MS) return;
    saidMs = performance.now();
    said(
      isBusy
        ? 'abanico: many ask at once; pages say so, and come back in a moment'
        : 'abanico: the database does not answer; pages say so, and come back once it does',
    );
  };
}

const METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']);

/** Other methods are refused before anything is made of them: the platform's Request cannot hold a TRACE, and would fail on it. */
async function refuseOtherMethods(): Promise<void> {
  const { Server } = await import('node:http');
  const emit = Server.prototype.emit as (this: unknown, event: string, ...more: unknown[]) => boolean;
  Server.prototype.emit = function (this: unknown, event: string | symbol, ...more: unknown[]): boolean {
    const [request, response] = more as [IncomingMessage, ServerResponse];
    if (event !== 'request' || METHODS.has(request.method ?? ''))
      return emit.call(this, event as string, ...more);
    response.writeHead(405, { allow: [...METHODS].join(', ') }).end();
    return true;
  };
}

/** Run once as the web server begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  saySilenceOnce();
  await refuseOtherMethods();
  const { endWithStart } = await import('@/command/underStart');
  endWithStart();
}
