import { Client } from 'pg';

const AGAIN_MS = 1000;

/** A process listens on one connection for all of its pages. */
class Listener {
  private readonly heard = new Set<() => void>();
  private client: Client | null = null;
  private connecting = false;

  constructor(private readonly channel: string) {}

  add(tell: () => void): () => void {
    this.heard.add(tell);
    void this.connect();
    return () => {
      this.heard.delete(tell);
      if (this.heard.size === 0) void this.hangUp();
    };
  }

  private async hangUp(): Promise<void> {
    const { client } = this;
    this.client = null;
    await client?.end().catch(() => undefined);
  }

  private async connect(): Promise<void> {
    if (this.client || this.connecting) return;
    this.connecting = true;
    const client = new Client({ connectionString: process.env.DATABASE_URL, connectionTimeoutMillis: 3000 });
    const lost = () => {
      if (this.client === client) this.client = null;
      if (this.heard.size > 0) setTimeout(() => void this.connect(), AGAIN_MS);
    };
    client.on('error', () => undefined);
    client.on('notification', () => this.tellAll());
    try {
      await client.connect();
      await client.query(`LISTEN ${this.channel}`);
      client.on('end', lost);
      this.client = client;
      // What was told while nobody listened is asked for.
      this.tellAll();
    } catch {
      client.end().catch(() => undefined);
      lost();
    } finally {
      this.connecting = false;
      if (this.heard.size === 0) void this.hangUp();
    }
  }

  private tellAll(): void {
    for (const tell of this.heard) tell();
  }
}

const shared = globalThis as { abanicoListeners?: Map<string, Listener> };

/** Calls `tell` whenever something is notified on a channel, and after each break of the connection; ends by the call it gives. */
export function listenTo(channel: string, tell: () => void): () => void {
  const listeners = (shared.abanicoListeners ??= new Map());
  const listener = listeners.get(channel) ?? new Listener(channel);
  listeners.set(channel, listener);
  return listener.add(tell);
}
