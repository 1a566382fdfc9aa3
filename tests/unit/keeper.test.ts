import { EventEmitter } from 'node:events';
import type { ChildProcess } from 'node:child_process';
import fc from 'fast-check';
import { KeptProcess, pauseMs, type KeeperWorld } from '@/command/keeper/keptProcess';

/** A process of a test: it ends when it is told to, or when the test says so. */
class Fake extends EventEmitter {
  pid = 1;
  readonly heard: string[] = [];
  obeys = true;
  kill(signal: string): boolean {
    this.heard.push(signal);
    if (signal === 'SIGKILL' || (this.obeys && signal === 'SIGTERM')) this.emit('exit', null, signal);
    return true;
  }
}

/** Time that a test moves by hand. */
function world() {
  let nowMs = 0;
  let waiting: { atMs: number; work: () => void }[] = [];
  const said: string[] = [];
  const keeper: KeeperWorld = {
    say: (message) => void said.push(message),
    nowMs: () => nowMs,
    after: (ms, work) => {
      const other = { atMs: nowMs + ms, work };
      waiting.push(other);
      return () => (waiting = waiting.filter((item) => item !== other));
    },
    changed: () => undefined,
  };
  const pass = (ms: number) => {
    const end = nowMs + ms;
    for (;;) {
      const next = waiting.filter((other) => other.atMs <= end).sort((a, b) => a.atMs - b.atMs)[0];
      if (!next) break;
      waiting = waiting.filter((other) => other !== next);
      nowMs = next.atMs;
      next.work();
    }
    nowMs = end;
  };
  return { keeper, said, pass };
}

function kept(beats: boolean) {
  const time = world();
  const begun: Fake[] = [];
  const process = new KeptProcess(
    {
      name: 'the thing',
      beats,
      endSignal: 'SIGTERM',
      endWithinMs: 5000,
      begin: () => {
        begun.push(new Fake());
        return begun.at(-1) as unknown as ChildProcess;
      },
    },
    time.keeper,
  );
  process.start();
  return { ...time, begun, process };
}

test('what falls is begun again, each time later, until it has lived for a minute', () => {
  const { begun, said, pass } = kept(false);
  for (const seconds of [0.5, 1, 2, 4]) {
    begun.at(-1)!.emit('exit', null, 'SIGKILL');
    expect(said.at(-1)).toBe(`the thing ended by SIGKILL; it is started again in ${seconds} s`);
    const before = begun.length;
    pass(seconds * 1000 - 1);
    expect(begun).toHaveLength(before);
    pass(1);
    expect(begun).toHaveLength(before + 1);
  }
  pass(60_000);
  begun.at(-1)!.emit('exit', 1, null);
  expect(said.at(-1)).toBe('the thing ended with status 1; it is started again in 0.5 s');
});

test('no pause is longer than half a minute, and none is shorter than the one before', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 10_000 }), (fall) => {
      expect(pauseMs(fall)).toBeLessThanOrEqual(30_000);
      expect(pauseMs(fall + 1)).toBeGreaterThanOrEqual(pauseMs(fall));
    }),
  );
});

test('one that says nothing for twenty seconds is ended and begun again; one that speaks is left alone', () => {
  const { begun, pass } = kept(true);
  for (let i = 0; i < 40; i += 1) {
    begun[0]!.emit('message', 'works');
    pass(15_000);
  }
  expect(begun).toHaveLength(1);
  pass(8000);
  expect(begun[0]!.heard).toEqual(['SIGKILL']);
  pass(500);
  expect(begun).toHaveLength(2);
  // At its beginning it has a minute and a half: a build's first page takes its time.
  pass(80_000);
  expect(begun).toHaveLength(2);
  pass(20_000);
  expect(begun).toHaveLength(3);
});

test('ended for good it is asked, woken where it is frozen, then killed; and it stays ended', async () => {
  const polite = kept(true);
  await polite.process.end();
  expect(polite.begun[0]!.heard).toContain('SIGTERM');
  polite.pass(600_000);
  expect(polite.begun).toHaveLength(1);

  const deaf = kept(true);
  deaf.begun[0]!.obeys = false;
  const ended = deaf.process.end();
  deaf.pass(5000);
  await ended;
  expect(deaf.begun[0]!.heard).toEqual(['SIGTERM', 'SIGCONT', 'SIGKILL']);

  const waiting = kept(false);
  waiting.begun[0]!.emit('exit', null, 'SIGKILL');
  await waiting.process.end();
  waiting.pass(600_000);
  expect(waiting.begun).toHaveLength(1);
});

test('one that cannot even be begun is tried again, and takes nobody with it', () => {
  const time = world();
  let tries = 0;
  const process = new KeptProcess(
    {
      name: 'the thing',
      beats: true,
      endSignal: 'SIGTERM',
      endWithinMs: 5000,
      begin: () => {
        tries += 1;
        throw new Error('no space left on device');
      },
    },
    time.keeper,
  );
  process.start();
  time.pass(3600);
  expect(tries).toBe(4);
  expect(time.said[0]).toBe('the thing ended (no space left on device); it is started again in 0.5 s');
});
