/** A write must come from our own pages: browsers say so by Sec-Fetch-Site, and by Origin where they send one. */
export function isFromElsewhere(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  if (site && site !== 'same-origin' && site !== 'none') return true;
  const origin = headers.get('origin');
  if (!origin) return false;
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}
