import { clockOption } from '../clockOption';
import { Socket } from 'node:net';
import { Client } from 'pg';
import { DatabaseAway, type Queryable } from '../pool';

/** Held by the one process that owns the rig. */
const BENCH_LOCK = 71_205_533;
const ANSWER_MS = 3000;

/** A connection with the socket under it, which can be broken where the other end hangs. */
interface Held {
  client: Client;
  socket: Socket;
}

/**
 * The one connection of the process that owns the rig. The advisory lock, the listening and every write share it: when
 * it breaks, all of them are lost together, and nothing is written before the lock is held again.
 */
export class BenchLine {
  private held: Held | null = null;

  constructor(
    private readonly url: string,
    private readonly channel: string,
    private readonly told: () => void,
  ) {}

  get isHeld(): boolean {
    return this.held !== null;
  }

  /** Takes the lock on a new connection. False where another process owns the rig, or PostgreSQL is away. */
  async take(): Promise<'held' | 'owned' | 'away'> {
    if (this.held) return 'held';
    const socket = new Socket();
    const client = new Client({
      connectionString: this.url,
      connectionTimeoutMillis: ANSWER_MS,
      query_timeout: ANSWER_MS,
      keepAlive: true,
      options: clockOption(),
      stream: () => socket,
    });
    const lost = () => {
      if (this.held?.client === client) this.held = null;
    };
    client.on('error', lost);
    client.on('end', lost);
    client.on('notification', () => this.told());
    try {
      await client.connect();
      const { rows } = await client.query<{ got: boolean }>(`SELECT pg_try_advisory_lock($1) AS got`, [
        BENCH_LOCK,
      ]);
      if (!rows[0]!.got) {
        await client.end();
        return 'owned';
      }
      await client.query(`LISTEN ${this.channel}`);
      this.held = { client, socket };
      return 'held';
    } catch {
      client.end().catch(() => undefined);
      return 'away';
    }
  }

  private lose({ client, socket }: Held): void {
    if (this.held?.client === client) this.held = null;
    // A server that hangs must not keep the socket, and with it the lock.
    socket.destroy();
  }

  /** All of the work, or none of it. @throws DatabaseAway where the line is lost: the lock is gone with it */
  async transaction<T>(work: (db: Queryable) => Promise<T>): Promise<T> {
    const { held } = this;
    if (!held) throw new DatabaseAway('the bench holds no connection');
    const { client } = held;
    try {
      await client.query('BEGIN');
      const result = await work(client);
      await client.query('COMMIT');
      return result;
    } catch (error) {
      const rolledBack = await client.query('ROLLBACK').then(
        () => true,
        () => false,
      );
      if (rolledBack) throw error;
      this.lose(held);
      throw new DatabaseAway(error);
    }
  }

  async close(): Promise<void> {
    const { held } = this;
    this.held = null;
    await held?.client.end().catch(() => undefined);
  }
}
