import { chromium } from '@playwright/test';
import { chanceFirst } from '../../src/core/judgement/chanceFirst';
import { rankAtLine } from '../../src/core/ranking/rankAtLine';
import { readBundle } from '../../src/formats/bundle/readBundle';
import { RISE } from '../../src/core/responses/responses';
import { curvesOf } from '../../src/core/roundUp/order';
import { fixedLoad } from '../../src/core/runs/load';
import { roundUpOfBundle } from '../../src/lab/model/roundUpOfBundle';
import { percentile, type Figure } from './figure';
import { largeBundle } from './largeLab';
import { headless } from '../../scripts/chromium.mjs';

const FRAME_MS = 1000 / 60;

const risesAt = (bundle: ReturnType<typeof readBundle>, loadW: number) =>
  curvesOf(roundUpOfBundle(bundle), {
    load: fixedLoad(loadW),
    response: RISE,
    place: null,
    against: 'noise',
  });

/** The order made anew for each of 200 places of the line, 60 entries at three loads; baseline: one frame at 60 Hz. */
export function benchRank(): Figure {
  const bundle = readBundle(largeBundle(2));
  const loads = [250, 170, 90].map((loadW) => ({
    loadW,
    curves: risesAt(bundle, loadW),
  }));
  const times: number[] = [];
  for (let i = 0; i < 220; i += 1) {
    const lineDb = 28 + (i % 100) * 0.1;
    const start = performance.now();
    for (const { loadW, curves } of loads)
      rankAtLine(curves, { lineDb, loadW, program: false, referenceAmbientC: 23, limitC: 130 });
    if (i >= 20) times.push(performance.now() - start);
  }
  const p95 = percentile(times, 0.95);
  return {
    what: 'line moved, core: re-rank of 60 entries × 3 loads',
    measured: `p95 ${p95.toFixed(1)} ms, ${(p95 / FRAME_MS).toFixed(2)} of the baseline`,
    baseline: 'one frame at 60 Hz, 16.7 ms',
    budget: 'one frame',
    held: p95 <= FRAME_MS,
  };
}

/** The chances of 60 entries to be first from 5,000 seeded draws, as the worker and the server make them. */
export function benchPlaces(): Figure {
  const curves = risesAt(readBundle(largeBundle(2)), 170);
  const rule = { lineDb: 33, loadW: 170, program: false, referenceAmbientC: 23, limitC: 130 };
  const { placed } = rankAtLine(curves, rule);
  const times = Array.from({ length: 5 }, () => {
    const start = performance.now();
    chanceFirst(placed);
    return performance.now() - start;
  });
  const p95 = percentile(times, 0.95);
  return {
    what: `chances of ${placed.length} entries to be first, from 5,000 draws`,
    measured: `p95 ${p95.toFixed(0)} ms, ${(p95 / 1000).toFixed(2)} of the baseline`,
    baseline: 'a second',
    budget: '1 s',
    held: p95 <= 1000,
  };
}

/** Work of the page between two frames while the line is dragged; and what Curves loads first. */
export async function benchDrag(url: string): Promise<Figure[]> {
  const browser = await chromium.launch(headless);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  let script = 0;
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script')
      script += Number(response.headers()['content-length'] ?? 0);
  });
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let encoded = 0;
  const kinds = new Map<string, string>();
  session.on('Network.responseReceived', (event) => kinds.set(event.requestId, event.type));
  session.on('Network.loadingFinished', (event) => {
    if (kinds.get(event.requestId) === 'Script') encoded += event.encodedDataLength;
  });
  await page.goto(`${url}/round-ups/1/curves`, { waitUntil: 'networkidle' });
  const loadedKb = (encoded || script) / 1024;
  const line = page.getByRole('slider', { name: 'Noise line' });
  const box = (await line.boundingBox())!;
  await session.send('Performance.enable');
  const busy = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    const other = (name: string) => metrics.find((metric) => metric.name === name)!.value;
    return (other('ScriptDuration') + other('LayoutDuration') + other('RecalcStyleDuration')) * 1000;
  };
  await page.mouse.move(box.x + 12, box.y + 100);
  await page.mouse.down();
  const moves = 150;
  for (let i = 0; i < 30; i += 1) await page.mouse.move(box.x + i, box.y + 100);
  const before = await busy();
  for (let i = 0; i < moves; i += 1) await page.mouse.move(box.x + 40 + (i % 120), box.y + 100);
  const each = ((await busy()) - before) / moves;
  await page.mouse.up();
  await browser.close();
  return [
    {
      what: 'line moved, Chromium: script, style and layout of a move, 60 entries × 3 loads',
      measured: `${each.toFixed(1)} ms, ${(each / FRAME_MS).toFixed(2)} of the baseline`,
      baseline: 'one frame at 60 Hz, 16.7 ms',
      budget: 'one frame',
      held: each <= FRAME_MS,
    },
    {
      what: 'first load of Curves, script as sent',
      measured: `${loadedKb.toFixed(0)} kB`,
      baseline: '–',
      budget: '350 kB',
      held: loadedKb <= 350,
    },
  ];
}
