/** Names under which this machine is asked from itself. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** The names that may be asked for: loopback, and what `HOST` adds, with commas between. */
function allowedHosts(): Set<string> {
  const added = (process.env.HOST ?? '').split(',').map((name) => name.trim().toLowerCase());
  return new Set([...LOOPBACK, ...added.filter(Boolean)]);
}

/** Name of a Host header without its port. */
function nameOf(host: string): string {
  return host
    .trim()
    .toLowerCase()
    .replace(/:\d{1,5}$/, '');
}

/**
 * Whether a request asks for a name that is ours. A page of another site can make a name of its own point here
 * (rebinding), and would then read answers as its own: so the name is looked at before anything else, for every path.
 */
export function isOurHost(headers: Headers): boolean {
  return allowedHosts().has(nameOf(headers.get('host') ?? ''));
}

/**
 * Whether a write comes from our own pages: a browser says so by Sec-Fetch-Site, and by an Origin that is the host
 * asked. A request without either comes from a program on this machine, and has to say by its Origin what it means to
 * write to.
 */
export function isOurWrite(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin') return false;
  const origin = headers.get('origin');
  if (origin === null) return site === 'same-origin';
  return URL.canParse(origin) && new URL(origin).host === (headers.get('host') ?? '').toLowerCase();
}

const refused = (message: string, status: number) => Response.json({ message }, { status });

/** What is answered to a request that may not ask; null where it may. */
export function refusal(request: { method: string; headers: Headers }): Response | null {
  if (!isOurHost(request.headers))
    return refused('Refused: this name is not one of this application’s. HOST adds others.', 421);
  const isRead = ['GET', 'HEAD', 'OPTIONS'].includes(request.method);
  if (!isRead && !isOurWrite(request.headers))
    return refused('Refused: the request does not come from this application’s own pages.', 403);
  return null;
}
