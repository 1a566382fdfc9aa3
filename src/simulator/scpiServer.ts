import { createServer, type Server, type Socket } from 'node:net';

/** Answers a query, or obeys a command and answers nothing. A RangeError is kept for SYST:ERR?. */
export type ScpiHandler = (argument: string) => string | void;

const MOST_LINE = 4096;

/**
 * A small instrument: newline-ended SCPI over TCP with the common commands of IEEE 488.2 that a bench needs, on
 * loopback. `heard` is told of every line, for a watchdog. `SIM:DROP 5` breaks its connections and takes none for 5 s,
 * as a pulled cable would.
 */
export function serveScpi(
  identity: string,
  handlers: Readonly<Record<string, ScpiHandler>>,
  heard: () => void = () => undefined,
): Server {
  const sockets = new Set<Socket>();
  let awayUntil = 0;
  function drop(argument: string): void {
    awayUntil = performance.now() + Number(argument || 1) * 1000;
    for (const socket of sockets) socket.destroy();
  }
  const server = createServer((socket) => {
    if (performance.now() < awayUntil) {
      socket.destroy();
      return;
    }
    sockets.add(socket);
    // Answers are short and asked for one by one: none waits for the next.
    socket.setNoDelay(true);
    socket.on('close', () => sockets.delete(socket));
    const errors: string[] = [];
    let waiting = '';
    const common: Record<string, ScpiHandler> = {
      '*IDN?': () => identity,
      '*CLS': () => void errors.splice(0),
      '*RST': () => undefined,
      '*OPC?': () => '1',
      'SIM:DROP': drop,
      'SYST:ERR?': () => errors.shift() ?? '0,"No error"',
    };
    function runCommand(line: string): void {
      heard();
      const [head = '', ...rest] = line.trim().split(/\s+/);
      if (head === '') return;
      const handler = common[head.toUpperCase()] ?? handlers[head.toUpperCase()];
      if (!handler) {
        errors.push('-113,"Undefined header"');
        return;
      }
      try {
        const answer = handler(rest.join(' '));
        if (typeof answer === 'string') socket.write(`${answer}\n`);
      } catch (error) {
        errors.push(`-222,"${(error as Error).message}"`);
      }
    }
    socket.setEncoding('latin1');
    socket.on('data', (chunk: string) => {
      waiting += chunk;
      const lines = waiting.split('\n');
      waiting = lines.pop()!.slice(0, MOST_LINE);
      for (const line of lines) runCommand(line);
    });
    socket.on('error', () => socket.destroy());
  });
  // Closing an instrument cuts its connections too.
  const close = server.close.bind(server);
  server.close = (done) => {
    for (const socket of sockets) socket.destroy();
    return close(done);
  };
  return server;
}
