import { readVersions, versionListFile, versionPath, type VersionList } from './versionFiles';

const bytes = (text: string) => new TextEncoder().encode(text);
const version = (number: number): VersionList['versions'][number] => ({
  ...{ version: number, publishedAt: '2026-11-20T09:00:00Z', who: 'Ane', embargoUntil: null },
  ...{ reason: number > 1 ? 'a run was set aside' : '', changes: [], corrections: [] },
  figures: [{ entry: 'a', name: 'Levante', place: '1', value: 33, interval95: 0.3, unit: 'K', decimals: 1 }],
});
const link = (to: number): VersionList['links'][number] => ({
  ...{ token: 'abcdefghijklmnop', version: to, createdAt: '2026-11-21T09:00:00Z' },
  ...{ endsAt: null, revokedAt: null, openings: 3 },
});
const LIST: VersionList = { versions: [version(1), version(2)], links: [link(2)] };
const filesOf = (numbers: readonly number[]) =>
  numbers.flatMap((number) =>
    (['bundle', 'report'] as const).map((file) => ({
      path: versionPath(number, file),
      bytes: bytes(`${file} ${number}`),
    })),
  );
const told = (list: unknown) => ({ path: versionListFile(LIST).path, bytes: bytes(JSON.stringify(list)) });

test('versions and links go out and come back as they were, each with its own files', () => {
  const found = readVersions([versionListFile(LIST), ...filesOf([1, 2])])!;
  expect(found.links).toEqual(LIST.links);
  expect(found.versions.map(({ bundle, report, ...rest }) => [rest, bundle, report])).toEqual([
    [LIST.versions[0], bytes('bundle 1'), bytes('report 1')],
    [LIST.versions[1], bytes('bundle 2'), bytes('report 2')],
  ]);
  expect(readVersions(filesOf([1]))).toBeNull();
});

test.each([
  ['a file that is missing', LIST, [1], /version 2 is listed without it/],
  ['numbers with a gap', { ...LIST, versions: [version(1), version(3)] }, [1, 3], /not numbered 1, 2, 3/],
  ['a link to no version', { ...LIST, links: [link(3)] }, [1, 2], /leads to version 3: there is none/],
  [
    'a moment that is none',
    { ...LIST, versions: [{ ...version(1), publishedAt: 'soon' }] },
    [1],
    /no moment/,
  ],
  ['an address too short to keep', { ...LIST, links: [{ ...link(1), token: 'abc' }] }, [1, 2], /no address/],
  ['a figure as text', { ...LIST, versions: [{ ...version(1), who: 7 }] }, [1], /no list of versions/],
  ['another thing', [], [1], /no list of versions/],
])('a list with %s is refused, and says why', (_, list, numbers, why) => {
  expect(() => readVersions([told(list), ...filesOf(numbers)])).toThrow(why);
});

test('a list that is no JSON is refused by its name', () => {
  const torn = { path: versionListFile(LIST).path, bytes: bytes('{"versions":') };
  expect(() => readVersions([torn])).toThrow(/no list of versions/);
});
