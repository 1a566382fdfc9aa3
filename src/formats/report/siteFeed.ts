import { h, type ComponentChildren } from 'preact';
import { markup } from '../markup/markup';
import type { SiteRoundUp } from './siteHtml';

const words = (tag: 'id' | 'title' | 'updated' | 'name' | 'summary', text: string) => h(tag, null, text);
const link = (href: string, rel?: 'self') => h('link', { rel, href });
const group = (tag: 'author' | 'entry', ...children: ComponentChildren[]) => h(tag, null, ...children);

/** The feed (Atom, RFC 4287): every version, newest first, by its day. */
export function siteFeed(roundUps: readonly SiteRoundUp[]): string {
  const at = (day: string) => words('updated', `${day || '1970-01-01'}T00:00:00Z`);
  const all = roundUps
    .flatMap(({ folder, versions }) => versions.map((version) => ({ folder, version })))
    .sort((a, b) => (a.version.day < b.version.day ? 1 : a.version.day > b.version.day ? -1 : 0));
  const feed = h(
    'feed',
    { xmlns: 'http://www.w3.org/2005/Atom' },
    words('id', 'urn:abanico:verdicts'),
    words('title', 'Verdicts'),
    group('author', words('name', 'the bench')),
    at(all[0]?.version.day ?? ''),
    link('feed.xml', 'self'),
    all.map(({ folder, version }) =>
      group(
        'entry',
        words('id', version.urn),
        words('title', `${version.title}, version ${version.number}`),
        at(version.day),
        link(`${folder}/${version.folder}/index.html`),
        words('summary', version.lead),
      ),
    ),
  );
  return `<?xml version="1.0" encoding="utf-8"?>\n${markup(feed)}\n`;
}
