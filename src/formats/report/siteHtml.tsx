/** @jsxImportSource preact */
import { dayWords } from '@/core/timeWords';
import type { ComponentChildren } from 'preact';
import { plainPage, type ReportFonts } from './plainPage';

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

const page = (title: string, children: ComponentChildren, fonts: ReportFonts) =>
  plainPage(
    {
      title,
      shows: 'font-src data:',
      children: (
        <main>
          <h1 dir="auto">{title}</h1>
          {children}
        </main>
      ),
    },
    fonts,
  );

/** When and where a version was measured, and what it found. */
const About = ({ day, rigLine, lead }: SiteVersion) => (
  <>
    <p class="quiet" dir="auto">
      {[day && dayWords(day), rigLine].filter(Boolean).join(' · ')}
    </p>
    <p dir="auto">{lead}</p>
  </>
);

/** The first page: every round-up with its newest version. */
export function siteIndex(roundUps: readonly SiteRoundUp[], fonts: ReportFonts): string {
  const items = roundUps.map(({ folder, title, versions }) => {
    const newest = versions.at(-1)!;
    return (
      <section>
        <h2 dir="auto">
          <a href={`${folder}/${newest.folder}/index.html`}>{title}</a>
        </h2>
        <About {...newest} />
        <p>
          <a href={`${folder}/index.html`}>Figures, pictures and data</a>
        </p>
        {versions.length > 1 && (
          <p>
            <a href={`${folder}/index.html`}>{`All ${versions.length} versions`}</a>
          </p>
        )}
      </section>
    );
  });
  return page('Verdicts', items, fonts);
}

/** The page of a round-up: its versions, newest first, with what goes with each. */
export function siteRoundUp({ title, versions }: SiteRoundUp, fonts: ReportFonts): string {
  const items = [...versions].reverse().map((version) => (
    <section>
      <h2>
        <a href={`${version.folder}/index.html`}>{`Version ${version.number}`}</a>
      </h2>
      <About {...version} />
      <ul>
        {version.files.map(({ name, what }) => (
          <li>
            <a href={`${version.folder}/${name}`}>{what}</a>
          </li>
        ))}
      </ul>
    </section>
  ));
  const back = (
    <p>
      <a href="../index.html">All verdicts</a>
    </p>
  );
  return page(title, [items, back], fonts);
}
