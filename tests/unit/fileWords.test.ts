import { fileWords } from '@/app/answers/fileWords';
import { policyOf, PICTURE_POLICY, REPORT_POLICY } from '@/app/answers/reportPolicy';
import { DatabaseAway, DatabaseBusy } from '@/database/pool';
import { Refused } from '@/lab/refusal';

const asked = (accept: string) => new Request('http://127.0.0.1/round-ups/1/export', { headers: { accept } });
const failing = (accept: string, error: Error) => fileWords(asked(accept), () => Promise.reject(error));

test.each([
  [new DatabaseAway('gone'), 503, /^The database does not answer\. Nothing was changed/],
  [new DatabaseBusy('queue'), 503, /^Many ask at once\./],
  [
    new Refused('“Xera <b>120</b>” stands under its cover'),
    422,
    /^“Xera <b>120<\/b>” stands under its cover/,
  ],
  [Object.assign(new Error('write'), { code: 'ENOSPC' }), 507, /^The disk is full\./],
])('what keeps a file from being made is told in words: %s', async (error, status, words) => {
  const told = await failing('*/*', error);
  expect([told.status, told.headers.get('content-type')]).toEqual([status, 'text/plain; charset=utf-8']);
  expect(await told.text()).toMatch(words);
  const page = await failing('text/html,*/*', error);
  const html = await page.text();
  expect([page.status, page.headers.get('content-security-policy')]).toEqual([status, REPORT_POLICY]);
  expect(html).toMatch(/^<!doctype html>/);
  expect(html).not.toContain('<b>');
});

test('a file that is made goes out as it is; each path has the policy that is its own', async () => {
  const made = await fileWords(asked('*/*'), () => Promise.resolve(new Response('a,b')));
  expect(await made.text()).toBe('a,b');
  for (const path of [
    '/shared/x_y-1',
    '/round-ups/12/verdict/report',
    '/round-ups/1/verdict/versions/3/report',
  ])
    expect(policyOf(path)).toBe(REPORT_POLICY);
  for (const path of ['/round-ups/1/verdict/picture', '/round-ups/1/photos/0123456789abcdef.png'])
    expect(policyOf(path)).toBe(PICTURE_POLICY);
  for (const path of ['/', '/round-ups/1/verdict', '/round-ups/1/verdict/report/x', '/shared'])
    expect(policyOf(path)).toBeNull();
});
