import { dayWords } from '@/core/timeWords';
import { escaped } from '../picture/pictureTheme';
import { plainPage, type ReportFonts } from './reportHtml';

/** A published version in a folder of static files. */
export interface SiteVersion {
  /** Folder of it under that of its round-up. */
  folder: string;
  number: number;
  /** Day that it was published, else of its last run, as 2026-11-28; empty where neither is known. */
  day: string;
  title: string;
  rigLine: string;
  /** What it found, in a sentence. */
  lead: string;
  /** Names one version and no other, whatever folder it is in. */
  urn: string;
  files: { name: string; what: string }[];
}

export interface SiteRoundUp {
  folder: string;
  title: string;
  /** Oldest first. */
  versions: SiteVersion[];
}

const page = (title: string, body: string, fonts: ReportFonts) =>
  plainPage(
    {
      title,
      shows: 'font-src data:',
      body: `<main>\n<h1 dir="auto">${escaped(title)}</h1>\n${body}\n</main>`,
    },
    fonts,
  );

const line = ({ day, rigLine }: SiteVersion) => [day && dayWords(day), rigLine].filter(Boolean).join(' · ');

/** The first page: every round-up with its newest version. */
export function siteIndex(roundUps: readonly SiteRoundUp[], fonts: ReportFonts): string {
  const items = roundUps.map(({ folder, title, versions }) => {
    const newest = versions.at(-1)!;
    const older =
      versions.length > 1 ? `<p><a href="${folder}/index.html">All ${versions.length} versions</a></p>` : '';
    return `<section><h2 dir="auto"><a href="${folder}/${newest.folder}/index.html">${escaped(title)}</a></h2><p class="quiet" dir="auto">${escaped(line(newest))}</p><p dir="auto">${escaped(newest.lead)}</p><p><a href="${folder}/index.html">Figures, pictures and data</a></p>${older}</section>`;
  });
  return page('Verdicts', items.join('\n'), fonts);
}

/** The page of a round-up: its versions, newest first, with what goes with each. */
export function siteRoundUp({ title, versions }: SiteRoundUp, fonts: ReportFonts): string {
  const items = [...versions]
    .reverse()
    .map(
      (version) =>
        `<section><h2><a href="${version.folder}/index.html">Version ${version.number}</a></h2><p class="quiet" dir="auto">${escaped(line(version))}</p><p dir="auto">${escaped(version.lead)}</p><ul>${version.files.map(({ name, what }) => `<li><a href="${version.folder}/${escaped(name)}">${escaped(what)}</a></li>`).join('')}</ul></section>`,
    );
  return page(title, `${items.join('\n')}\n<p><a href="../index.html">All verdicts</a></p>`, fonts);
}

/** The feed (Atom, RFC 4287): every version, newest first, by its day. */
export function siteFeed(roundUps: readonly SiteRoundUp[]): string {
  const at = (day: string) => `${day || '1970-01-01'}T00:00:00Z`;
  const all = roundUps
    .flatMap(({ folder, versions }) => versions.map((version) => ({ folder, version })))
    .sort((a, b) => (a.version.day < b.version.day ? 1 : a.version.day > b.version.day ? -1 : 0));
  const entries = all.map(
    ({ folder, version }) =>
      `<entry><id>${version.urn}</id><title>${escaped(version.title)}, version ${version.number}</title><updated>${at(version.day)}</updated><link href="${folder}/${version.folder}/index.html"/><summary>${escaped(version.lead)}</summary></entry>`,
  );
  return `<?xml version="1.0" encoding="utf-8"?>
<feed xmlns="http://www.w3.org/2005/Atom">
<id>urn:abanico:verdicts</id>
<title>Verdicts</title>
<author><name>the bench</name></author>
<updated>${at(all[0]?.version.day ?? '')}</updated>
<link rel="self" href="feed.xml"/>
${entries.join('\n')}
</feed>
`;
}
