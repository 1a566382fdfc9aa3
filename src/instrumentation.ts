/* eslint-disable no-console -- Next.js tells what went wrong through it */
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

/** Run once as the web server begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  saySilenceOnce();
  const { endWithStart } = await import('@/command/underStart');
  endWithStart();
}
