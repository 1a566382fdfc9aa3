import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defaultBrief } from '../../../src/core/brief/brief';
import { firstVerdict } from '../../../src/core/verdict/verdictSheet';
import type { Chance } from '../../../src/core/statistics/chance';
import { HOSTILE, mutated, pick } from './values';

export interface Handler {
  /** As the folder names it: /api/round-ups/[id]/runs. */
  path: string;
  method: string;
}

/** Every handler that the routes of the application define, found from its folders. */
export function allHandlers(folder = 'src/app', path = ''): Handler[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((dirent): Handler[] => {
    if (dirent.isDirectory()) return allHandlers(join(folder, dirent.name), `${path}/${dirent.name}`);
    if (dirent.name !== 'route.ts') return [];
    const text = readFileSync(join(folder, dirent.name), 'utf8');
    return [...text.matchAll(/export (?:async )?function ([A-Z]+)\(/g)].map((found) => ({
      path,
      method: found[1]!,
    }));
  });
}

const RUN = {
  entry: 'a',
  setting: '75 %',
  mount: 1,
  pass: 1,
  loadW: 170,
  noiseDb: 35,
  floorDb: 22,
  cpuC: 58,
  ambientC: 21,
  powerW: 170,
  rpm: 900,
  note: 'as it was',
  confirmed: true,
};
const SETUP = {
  enclosure: 'open',
  meterDistanceCm: 60,
  limitC: 90,
  meterHeightCm: 100,
  probeHeightCm: 85,
  probeDistanceCm: 40,
  coolerHeightCm: 85,
};

/** Sound bodies for each handler; one that is new and has none here fails the campaign, so that it is given one. */
const SOUND: Record<string, unknown[]> = {
  'POST /api/round-ups': [{ title: 'Another', question: 'coolers', rigRevisionId: null, rigName: 'Cellar' }],
  'PATCH /api/round-ups/[id]': [
    { title: 'Another', was: 'A small round-up' },
    { archived: true },
    { archived: false, deleted: false },
  ],
  'POST /api/round-ups/[id]/copy': [
    { title: 'A copy', withRuns: true },
    { title: 'A copy', withRuns: false },
  ],
  'POST /api/round-ups/[id]/lab-entries': [{ entryId: 1 }, { entryId: 3 }],
  'POST /api/uploads/[upload]/import': [
    { meant: [{ entry: 'a', entryId: 1 }], asAnother: true, othersNew: false },
  ],
  'POST /api/cases': [{ name: 'Cofre' }],
  'POST /api/methods': [{ name: 'Ours', body: defaultBrief() }],
  'POST /api/round-ups/[id]/rig': [{ reason: 'moved', seenId: 1, over: true, setup: SETUP }],
  'PATCH /api/round-ups/[id]/rig': [{ rigRevisionId: 1 }, { rigName: 'Another bench' }],
  'POST /api/round-ups/[id]/line-up': [{ csv: 'product,maker,kind\nAncla,Barlovento,air-tower\n' }],
  'POST /api/round-ups/[id]/entries': [{ name: 'Ancla 120', maker: 'Barlovento', kind: 'air-tower' }],
  'PATCH /api/round-ups/[id]/entries/[entry]': [
    { isControl: true },
    { sample: 'B' },
    { remove: true },
    { restore: { code: 'a', position: 0, isControl: true } },
  ],
  'POST /api/round-ups/[id]/runs': [RUN],
  'PATCH /api/round-ups/[id]/runs': [
    {
      edits: [
        { run: 1, version: 1, changes: { mount: 2 } },
        { run: 2, version: 1, changes: { setAside: 'wind' } },
      ],
    },
  ],
  'PATCH /api/round-ups/[id]/runs/[run]': [
    { version: 1, changes: { note: 'a lorry', setting: '80 %', noiseDb: 34, floorDb: 22, loadW: 160 } },
    { version: 1, changes: { window: { startS: 20, endS: 320, reason: 'spike' } } },
    { version: 1, changes: { setAside: 'door slammed' } },
    { version: 1, changes: { deleted: true } },
    { version: 2, changes: { deleted: false, powerW: 170, cpuC: 60, ambientC: 21 } },
  ],
  'POST /api/round-ups/[id]/bench': [
    { do: 'start', mounting: 'a 1' },
    { do: 'confirm' },
    { do: 'overrule', text: 'calm', at: 0 },
    { do: 'note', text: 'a lorry' },
    { do: 'abort' },
    { do: 'remount', entry: 'a', mount: 1, tries: 2 },
    { do: 'stands', entry: 'a', mount: 1, tries: 3 },
    { do: 'speed', speed: 4 },
  ],
  'PATCH /api/sheets/[kind]/[owner]': [
    { version: 0, reason: 'wider', body: defaultBrief() },
    { version: 0, body: { name: 'Levante', heightMm: 158.5 } },
    { version: 0, body: { prices: [{ date: '2026-11-01', price: 40, currency: 'EUR', inStock: null }] } },
    {
      version: 0,
      body: { summary: '{{rise a}}', parts: [{ kind: 'text', title: 'T', body: 'b' }], entries: [] },
    },
    { version: 0, body: { settings: ['100 %', '50 %'], seed: 7, order: [] } },
  ],
  'POST /api/round-ups/[id]/publications': [
    { reason: '', embargoUntil: null, seen: 0 },
    { reason: 'read anew', embargoUntil: '2099-01-01T09:00:00Z', seen: 1 },
  ],
  'POST /api/round-ups/[id]/recordings': [
    {
      ...{
        uploadId: '00000000-0000-4000-8000-000000000000',
        kind: 'clip',
        entry: 'a',
        setting: '75 %',
        run: null,
      },
      ...{
        recordedAt: '2026-11-26T20:00:00Z',
        distanceCm: 60,
        calibratorDb: null,
        channel: 1,
        bench: { session: 1, pass: 1 },
      },
    },
  ],
  'PATCH /api/round-ups/[id]/recordings/[recording]': [
    { calibrationId: null, roomId: 1, usedAnyway: 'a door', setAside: '' },
  ],
  'POST /api/round-ups/[id]/bridges': [{ revisionId: 1, use: true, who: 'me' }],
  'POST /api/round-ups/[id]/holds': [
    { what: 'hold', runs: [{ id: 1, version: 0 }], reason: 'the control broke', who: 'me' },
  ],
  'POST /api/round-ups/[id]/meter-corrections': [
    { what: 'correct', runs: [{ id: 1, version: 0 }], reason: 'a loose plug', who: 'me' },
  ],
  'POST /api/round-ups/[id]/listenings': [{ who: 'me', wasBlind: true, clips: [1, 2, 3] }],
  'PATCH /api/round-ups/[id]/publications/[version]': [
    { endsAt: null, revoke: '' },
    { endsAt: '2099-01-01T09:00:00Z', revoke: '' },
    { endsAt: null, revoke: 'x'.repeat(32) },
  ],
  'POST /round-ups/[id]/verdict/draft': [
    firstVerdict(),
    { ...firstVerdict(), summary: 'A leads with {{rise a}}; {{rise a less b @ 33, 170 W}} {{price b}}.' },
  ],
  'POST /api/demo': [{ here: false, keep: [1] }],
  'POST /api/round-ups/[id]/paste': [
    {
      ...{ who: 'me', kind: 'runs', what: 'take', as: null, shared: [['floorDb', '20']] },
      text: 'entry\tfans\tnoise\tdie\troom\nLevante\t70 %\t33\t60\t22',
    },
    { who: 'me', kind: 'entries', what: 'look', text: 'product\nAncla' },
    { who: 'me', kind: 'prices', what: 'take', text: 'entry\tprice\nLevante\t49,90 €' },
    { who: 'me', kind: 'rooms', what: 'undo', undo: [{ run: 1, version: 0, was: 20, isNow: 21 }] },
  ],
  'POST /api/push-token': [{ renew: false }, { renew: true }],
  'POST /api/uploads/[upload]/describe': [{ fileId: 1, columns: [{ quantity: 'time', unit: 's' }] }],
  'POST /api/uploads/[upload]/runs': [
    {
      dryRun: false,
      logs: [{ fileId: 1, offsetS: 0 }],
      room: { ambientC: 21, doubtK: 0.5 },
      runs: [
        {
          fromS: 0,
          toS: 300,
          entry: 'Ancla',
          loadW: 170,
          setting: '80 %',
          mount: 1,
          pass: 1,
          noiseDb: 33,
          floorDb: 22,
        },
      ],
      target: { roundUpId: null, title: 'Raw', rigName: 'Cellar' },
    },
  ],
};
const WITHOUT_BODY = new Set([
  'DELETE /api/work/[work]',
  'POST /api/uploads',
  'DELETE /api/uploads/[upload]',
  'DELETE /api/products/[product]',
  'DELETE /api/cases/[case]',
  'PUT /api/stream/[upload]',
  'POST /api/stream/readings',
  'POST /api/round-ups/[id]/photos',
]);

const KINDS = [
  'brief',
  'plan',
  'rig-book',
  'product',
  'sample',
  'entry',
  'case',
  'prices',
  'verdict',
  'constructor',
  '__proto__',
  'toString',
];
const ADDRESSES = [
  '0',
  '-1',
  '2147483648',
  '99999',
  '1e3',
  '..',
  '%00',
  '__proto__',
  'NaN',
  '%F0%9F%98%80',
  "1'--",
];

export interface HostileRequest {
  handler: Handler;
  path: string;
  init: RequestInit;
}

/** One request to a handler: addresses that mostly are there, and a body with something wrong in it. */
export function hostileRequest(chance: Chance, handler: Handler, uploadId: string): HostileRequest {
  const name = `${handler.method} ${handler.path}`;
  const isRead = handler.method === 'GET';
  if (!isRead && !SOUND[name] && !WITHOUT_BODY.has(name))
    throw new Error(`no sound body is known for ${name}`);
  const ours = (param: string) =>
    param === 'kind'
      ? pick(chance, KINDS)
      : param === 'upload' || param === 'work'
        ? uploadId
        : String(1 + Math.floor(chance.uniform() * 4));
  let path = handler.path.replace(/\[(\w+)\]/g, (_, param: string) =>
    chance.uniform() < 0.12 ? pick(chance, ADDRESSES) : ours(param),
  );
  if (chance.uniform() < 0.15)
    path += `?${pick(chance, ['variant', 'load', 'line', 'path', 'noise'])}=${encodeURIComponent(
      String(pick(chance, HOSTILE)).toWellFormed(),
    )}`;
  if (isRead) return { handler, path, init: {} };
  const sound = SOUND[name] ? pick(chance, SOUND[name]) : { any: 'thing' };
  const body = JSON.stringify(chance.uniform() < 0.04 ? sound : mutated(chance, sound));
  const type =
    chance.uniform() < 0.97 ? 'application/json' : pick(chance, ['text/plain', 'application/xml', '']);
  const cut = chance.uniform() < 0.04 ? body.slice(0, Math.floor(body.length * chance.uniform())) : body;
  if (handler.path === '/api/stream/[upload]')
    path += `${path.includes('?') ? '&' : '?'}path=${encodeURIComponent(pick(chance, ['a.csv', '/etc/cron.d/evil', 'x\\..\\..\\evil.txt', '../up', 'C:\\a', ' ', 'ok/b.csv']))}`;
  return { handler, path, init: { method: handler.method, headers: { 'content-type': type }, body: cut } };
}
