import { connect, type Socket } from 'node:net';

/** What an instrument did wrong, in words. */
export class InstrumentFault extends Error {
  constructor(
    readonly instrument: string,
    readonly kind: 'away' | 'late' | 'nonsense' | 'unit',
    message: string,
  ) {
    super(`${instrument}: ${message}`);
    this.name = 'InstrumentFault';
  }
}

const BROKEN: Record<string, string> = {
  ECONNREFUSED: 'nothing answers there',
  EHOSTUNREACH: 'no way there',
};

/** One instrument over TCP: a question at a time, each with a deadline; the connection is made again when it is lost. */
export class ScpiClient {
  private socket: Socket | null = null;
  private waiting = '';
  private answer: ((line: string | Error) => void) | null = null;
  private queue: Promise<unknown> = Promise.resolve();

  constructor(
    readonly name: string,
    private readonly address: { host: string; port: number },
    private readonly timeoutMs = 1000,
  ) {}

  private open(): Promise<Socket> {
    if (this.socket && !this.socket.destroyed) return Promise.resolve(this.socket);
    return new Promise((resolve, reject) => {
      const socket = connect(this.address);
      const late = setTimeout(() => socket.destroy(new Error('no connection')), this.timeoutMs);
      socket.setNoDelay(true);
      socket.setEncoding('latin1');
      socket.once('connect', () => {
        clearTimeout(late);
        this.socket = socket;
        this.waiting = '';
        resolve(socket);
      });
      socket.on('data', (chunk: string) => {
        this.waiting += chunk;
        const end = this.waiting.indexOf('\n');
        if (end < 0) return;
        const line = this.waiting.slice(0, end).trim();
        this.waiting = this.waiting.slice(end + 1);
        this.answer?.(line);
      });
      const lost = (error?: Error) => {
        clearTimeout(late);
        const why =
          BROKEN[(error as NodeJS.ErrnoException | undefined)?.code ?? ''] ?? 'the connection is broken';
        const { host, port } = this.address;
        const fault = new InstrumentFault(this.name, 'away', `does not answer at ${host}:${port}, ${why}`);
        this.answer?.(fault);
        reject(fault);
      };
      socket.on('error', lost);
      socket.on('close', () => lost());
    });
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const next = this.queue.then(work, work);
    this.queue = next.catch(() => undefined);
    return next;
  }

  /** Tells without expecting an answer. @throws InstrumentFault */
  tell(line: string): Promise<void> {
    return this.inTurn(async () => {
      const socket = await this.open();
      socket.write(`${line}\n`);
    });
  }

  /** @throws InstrumentFault where it is away, or answers late */
  ask(line: string): Promise<string> {
    return this.inTurn(async () => {
      const socket = await this.open();
      return new Promise<string>((resolve, reject) => {
        const late = setTimeout(() => {
          this.answer = null;
          // An answer that comes later would be taken for that of the next question.
          socket.destroy();
          reject(new InstrumentFault(this.name, 'late', `no answer to ${line} within ${this.timeoutMs} ms`));
        }, this.timeoutMs);
        this.answer = (got) => {
          clearTimeout(late);
          this.answer = null;
          if (got instanceof Error) reject(got);
          else resolve(got);
        };
        socket.write(`${line}\n`);
      });
    });
  }

  /** A reading as “21.31,CEL”. @throws InstrumentFault where it is no number or of another unit */
  async measure(line: string, unit: string): Promise<number> {
    const answer = await this.ask(line);
    const [text = '', got = ''] = answer.split(',').map((part) => part.trim());
    const value = Number(text);
    if (text === '' || !Number.isFinite(value))
      throw new InstrumentFault(
        this.name,
        'nonsense',
        `answers “${answer.slice(0, 40)}” to ${line}, a number was expected`,
      );
    if (got.toUpperCase() !== unit)
      throw new InstrumentFault(this.name, 'unit', `reads in ${got || 'no unit'}, ${unit} was expected`);
    return value;
  }

  close(): void {
    this.socket?.destroy();
    this.socket = null;
  }
}
