import { percentile, type Figure } from './figure';

const TIMES = 30;

/** Server time of a page, from asking to the last byte, on this machine; baseline: the empty health of the server. */
export async function benchPages(url: string, run: number, runs: string, mostMs: number): Promise<Figure[]> {
  const pages = [
    '/',
    '/round-ups/1/logbook',
    `/round-ups/1/runs/${run}`,
    '/round-ups/1/curves',
    '/round-ups/1/verdict',
    '/search?q=contender',
  ];
  const time = async (path: string) => {
    const times: number[] = [];
    for (let i = 0; i < TIMES + 5; i += 1) {
      const start = performance.now();
      const response = await fetch(url + path);
      await response.arrayBuffer();
      if (!response.ok && path !== '/no-such-page') throw new Error(`${path}: ${response.status}`);
      if (i >= 5) times.push(performance.now() - start);
    }
    return percentile(times, 0.95);
  };
  const bare = await time('/no-such-page');
  const figures: Figure[] = [];
  for (const path of pages) {
    const p95 = await time(path);
    figures.push({
      what: `server time of ${path.replace(/\d+/g, 'n')}, ${runs} runs in the lab`,
      measured: `p95 ${p95.toFixed(0)} ms, ${(p95 / bare).toFixed(1)} times the baseline`,
      baseline: `a page that is not there, ${bare.toFixed(0)} ms`,
      budget: `${mostMs} ms`,
      held: p95 <= mostMs,
    });
  }
  return figures;
}
