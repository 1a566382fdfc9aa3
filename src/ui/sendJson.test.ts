import { sendJson, whyNothing } from './sendJson';

interface Sent {
  key: string;
  body: unknown;
}

/** Answers what is sent, one after the other, and keeps it; an `Error` breaks the connection. */
function answering(...answers: (Error | [status: number, body: object, headers?: Record<string, string>])[]) {
  const sent: Sent[] = [];
  globalThis.fetch = (_url, init) => {
    const headers = new Headers(init?.headers);
    sent.push({ key: headers.get('idempotency-key')!, body: JSON.parse(init?.body as string) as unknown });
    const next = answers.shift() ?? new Error('nothing more');
    if (next instanceof Error) return Promise.reject(next);
    const [status, body, more = {}] = next;
    return Promise.resolve(new Response(JSON.stringify(body), { status, headers: more }));
  };
  return sent;
}

const before = globalThis.fetch;
beforeEach(() => jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = before;
});

/** What comes once every wait on the way has passed. */
async function inTheEnd<T>(work: Promise<T>): Promise<T> {
  let isOver = false;
  void work.finally(() => (isOver = true));
  while (!isOver) await jest.advanceTimersByTimeAsync(1000);
  return work;
}

let address = 0;
/** An address of its own for each test: what went unanswered is remembered by it. */
const send = (body: object, to = address) => inTheEnd(sendJson<{ id: number }>(`/api/${to}`, 'POST', body));
beforeEach(() => (address += 1));

test('an answer comes with what it says', async () => {
  const sent = answering([200, { id: 7 }]);
  expect(await send({ title: 'Fans' })).toMatchObject({ ok: true, status: 200, body: { id: 7 } });
  expect(sent.map(({ body }) => body)).toEqual([{ title: 'Fans' }]);
});

test('told to come later it comes later, under the same key, and gives up after four times', async () => {
  const later: [number, object, Record<string, string>] = [503, { message: 'busy' }, { 'retry-after': '1' }];
  const sent = answering(later, later, [200, { id: 1 }]);
  expect((await send({})).ok).toBe(true);
  expect(sent).toHaveLength(3);
  expect(new Set(sent.map(({ key }) => key)).size).toBe(1);

  const more = answering(later, later, later, later, [200, { id: 1 }]);
  expect(await send({}, address + 1000)).toMatchObject({ ok: false, status: 503, message: 'busy' });
  expect(more).toHaveLength(4);
});

test('a connection that breaks once is tried again; twice it is told, and nothing typed is lost', async () => {
  const sent = answering(new Error('reset'), [200, { id: 3 }]);
  expect((await send({})).body.id).toBe(3);
  expect(sent[0]!.key).toBe(sent[1]!.key);

  answering(new Error('reset'), new Error('reset'));
  const none = await send({}, address + 1000);
  expect(none).toMatchObject({ ok: false, status: 0 });
  expect(none.message).toMatch(/save it again, it counts once/);
});

test('what nobody answered goes out under its key again; another change, and a later one like it, under a new one', async () => {
  answering(new Error('reset'), new Error('reset'));
  await send({ n: 1 });
  const again = answering([200, {}]);
  await send({ n: 1 });
  const fresh = answering([200, {}], [200, {}]);
  await send({ n: 1 });
  await send({ n: 2 });
  const keys = [...again, ...fresh].map(({ key }) => key);
  expect(new Set(keys).size).toBe(3);

  const lost = answering(new Error('reset'), new Error('reset'), [200, {}]);
  await send({ n: 3 });
  await send({ n: 3 });
  expect(lost[2]!.key).toBe(lost[0]!.key);
});

test('a refusal has its own words, or its status', async () => {
  answering([422, { message: 'The title is there already.', field: 'title' }]);
  const refused = await send({});
  expect(refused).toMatchObject({ ok: false, message: 'The title is there already.' });
  expect(whyNothing(refused)).toBe('The title is there already.');
  globalThis.fetch = () => Promise.resolve(new Response('<html>', { status: 502 }));
  const wordless = await send({}, address + 1000);
  expect(wordless.message).toBe('The change was not saved (502).');
  expect(whyNothing(wordless)).toBe('not read: the application answered 502');
});
