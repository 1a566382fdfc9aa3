import { defaultBrief } from '@/core/brief/brief';
import { defaultSetup } from '@/core/rig/rigSetup';
import { bundleReport } from '@/lab/report/bundleReport';
import { smallBundle } from '../support/bundles';

type Package = { abanico: Record<string, unknown> & { rig: Record<string, unknown> } };

const reportOf = async (
  change: (content: Package, files: Map<string, string>) => void = () => undefined,
): Promise<string> => {
  const files = smallBundle((texts) => {
    const content = JSON.parse(texts.get('datapackage.json')!) as Package;
    change(content, texts);
    texts.set('datapackage.json', JSON.stringify(content));
  });
  const { html } = await bundleReport(files, undefined, { plain: true });
  return html.replace(/<style>[^]*?<\/style>/, '').replace(/data:[^"]*/g, '');
};

test('a report states no room, heights, place of the power meter or paste that nobody entered', async () => {
  const drawn = defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 });
  const withSetup = (more: object) =>
    reportOf(({ abanico }) => {
      const setup = { ...drawn, ...more };
      Object.assign(abanico.rig, {
        revision: 1,
        revisions: [{ revision: 1, startedAt: '2026-01-05T10:00:00Z', reason: '', setup }],
      });
    });
  for (const html of [await reportOf(), await withSetup({})]) {
    expect(html).not.toMatch(/meter height|depth of the room|height of the room|probe|power read at/);
    expect(html).not.toMatch(/paste|reached by/i);
  }
  expect(await withSetup({ meterHeightCm: 120, powerAt: 'wall' })).toMatch(
    /meter height.*120 cm[^]*power read at/,
  );
});

test('the heading names a program and a card beside the watts, and an expired calibration is printed', async () => {
  const html = await reportOf(({ abanico }, files) => {
    const loads = [{ watts: 170, program: 'render', gpuWatts: 160 }];
    const brief = { ...defaultBrief(), loads };
    const meter = { name: 'M2', kind: 'sound meter', dueOn: '2026-11-20', calibratedOn: '2025-11-20' };
    Object.assign(abanico, { brief });
    Object.assign(abanico.rig, { book: { instruments: [meter], checks: [] } });
    const [head, ...rows] = files.get('runs.csv')!.trim().split('\n');
    files.set(
      'runs.csv',
      [`${head},started_at`, ...rows.map((row) => `${row},2026-11-25T10:00:00Z`)].join('\n'),
    );
  });
  const [, heading] = /name="description" content="([^"]*)"/.exec(html)!;
  expect(heading).toMatch(/render.*170 W.*160 W.*, coolers compared/);
  expect(html).toContain('calibration expired on 20 Nov 2026, before the last run');
});

test('without watts that were read there is no K/W; a section without anything, or said before, is not printed', async () => {
  expect(await reportOf()).toContain('K/W');
  const html = await reportOf(({ abanico }, files) => {
    for (const i of [1, 2, 3, 4])
      files.set(
        `traces/${i}.csv`,
        files
          .get(`traces/${i}.csv`)!
          .replace(/,power_w/, '')
          .replace(/,170$/gm, ''),
      );
    const what = { response: 'rise', place: '', against: 'noise', at: null, load: '' };
    const part = (title: string, body: string) => ({ kind: 'text', title, body, what });
    const parts = [part('Heard once', 'Said.'), part('Heard once', 'Said.'), part('Nothing in it', '')];
    Object.assign(abanico, { verdict: { summary: 'Sum.', parts, entries: [], awards: [] } });
  });
  expect(html).not.toContain('K/W');
  expect(html.match(/<h2[^>]*>Heard once/g)).toHaveLength(1);
  expect(html).not.toContain('Nothing in it');
});
