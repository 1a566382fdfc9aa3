/**
 * The time of the application in the browser. The page carries the server's time (`data-now`) and counts on from there, so that the
 * clock of the reader's machine does not matter.
 */
export function pageNow(): Date {
  const sent = Date.parse(document.documentElement.dataset.now ?? '');
  if (Number.isNaN(sent)) throw new Error('pageNow: the page does not carry the time of the server');
  const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
  return new Date(sent + performance.now() - (navigation?.responseStart ?? 0));
}
