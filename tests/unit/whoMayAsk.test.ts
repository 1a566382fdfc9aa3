import { isOurHost, isOurWrite, refusal } from '@/app/whoMayAsk';

const headers = (other: Record<string, string>) => new Headers(other);

afterEach(() => {
  delete process.env.HOST;
});

test('loopback by any of its names and at any port; nothing that only looks like it', () => {
  for (const host of ['localhost', 'localhost:4780', '127.0.0.1:4780', '[::1]:4780', 'LOCALHOST:1'])
    expect([host, isOurHost(headers({ host }))]).toEqual([host, true]);
  const others = [
    'evil.example',
    'localhost.evil.example',
    '127.0.0.1.evil.example:4780',
    'evil.example:4780',
    '127.0.0.2',
    '0.0.0.0',
    '[::2]:4780',
    'localhost:4780:1',
    '',
  ];
  for (const host of others) expect([host, isOurHost(headers(host ? { host } : {}))]).toEqual([host, false]);
});

test('HOST adds names, and takes none away', () => {
  process.env.HOST = 'bench.lan, Other.lan';
  expect(isOurHost(headers({ host: 'bench.lan:4780' }))).toBe(true);
  expect(isOurHost(headers({ host: 'other.lan' }))).toBe(true);
  expect(isOurHost(headers({ host: 'localhost:4780' }))).toBe(true);
  expect(isOurHost(headers({ host: 'evil.lan' }))).toBe(false);
});

test('a write comes from our own pages: same origin, or said so by the browser', () => {
  const host = 'localhost:4780';
  const ours = (other: Record<string, string>) => isOurWrite(headers({ host, ...other }));
  expect(ours({ origin: 'http://localhost:4780' })).toBe(true);
  expect(ours({ 'sec-fetch-site': 'same-origin' })).toBe(true);
  expect(ours({ origin: 'http://localhost:4780', 'sec-fetch-site': 'same-origin' })).toBe(true);
  expect(ours({})).toBe(false);
  expect(ours({ origin: 'null' })).toBe(false);
  expect(ours({ origin: 'http://localhost:4781' })).toBe(false);
  expect(ours({ origin: 'http://evil.example' })).toBe(false);
  expect(ours({ origin: 'http://localhost:4780', 'sec-fetch-site': 'same-site' })).toBe(false);
  expect(ours({ 'sec-fetch-site': 'none' })).toBe(false);
});

test('a foreign name is refused for reads too, before anything else is looked at', () => {
  const asked = (method: string, other: Record<string, string>) =>
    refusal({ method, headers: headers(other) })?.status ?? 200;
  const rebound = {
    host: 'evil.example:4780',
    origin: 'http://evil.example:4780',
    'sec-fetch-site': 'same-origin',
  };
  expect(asked('GET', rebound)).toBe(421);
  expect(asked('POST', rebound)).toBe(421);
  expect(asked('GET', { host: 'localhost:4780' })).toBe(200);
  expect(asked('DELETE', { host: 'localhost:4780' })).toBe(403);
  expect(asked('DELETE', { host: 'localhost:4780', origin: 'http://localhost:4780' })).toBe(200);
});
