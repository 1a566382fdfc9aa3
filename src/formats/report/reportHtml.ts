import { layoutSketch, layoutWords, SKETCH, type PlacedFan } from '@/core/cases/layoutSketch';
import { escaped, markerAt } from '../picture/pictureTheme';
import { dayWords } from '@/core/timeWords';
import type { OrderTable, ReportAnswers, ReportData, ReportPart, ReportPhoto } from './reportData';
import { REPORT_STYLE } from './reportStyle';

/** Fonts of a report, as they ship with the application. */
export interface ReportFonts {
  text: Uint8Array;
  headings: Uint8Array;
}

const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');

function fontFaces({ text, headings }: ReportFonts): string {
  const face = (family: string, bytes: Uint8Array) =>
    `@font-face{font-family:'${family}';src:url(data:font/woff2;base64,${base64(bytes)}) format('woff2');font-weight:100 900}`;
  // Until a font is unpacked the reader's own takes its place, made as wide: nothing moves when it comes.
  const stand = (family: string, local: readonly string[], widthPct: number) =>
    `@font-face{font-family:'${family}';src:${local.map((name) => `local('${name}')`).join(',')};size-adjust:${widthPct}%}`;
  return [
    face('Archivo Variable', text),
    face('Bricolage Grotesque Variable', headings),
    stand('Text Arial', ['Arial', 'Liberation Sans', 'Helvetica', 'Nimbus Sans'], 98.8),
    stand('Text DejaVu', ['DejaVu Sans'], 87.4),
    stand('Heading Arial', ['Arial Bold', 'Liberation Sans Bold', 'Helvetica Bold', 'Nimbus Sans Bold'], 102),
    stand('Heading DejaVu', ['DejaVu Sans Bold'], 85.1),
  ].join('');
}

function mark(position: number): string {
  return `<svg class="mark" viewBox="0 0 12 12" aria-hidden="true">${markerAt(position, 6, 6, 4.5, `var(--c${position % 8})`)}</svg>`;
}

/** A layout as a small drawing: the case, its fans, and which way each blows. */
function sketch(layout: readonly PlacedFan[]): string {
  if (layout.length === 0) return '';
  const { left, right, top, bottom, width, height } = SKETCH;
  const fans = layoutSketch(layout).map(
    (fan) =>
      `<rect x="${fan.x}" y="${fan.y}" width="${fan.width}" height="${fan.height}" fill="var(--c${fan.direction === 'in' ? 0 : 1})"/><path d="${fan.head}" fill="var(--c${fan.direction === 'in' ? 0 : 1})"/>`,
  );
  return `<svg class="sketch" viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(layoutWords(layout))}"><rect x="${left}" y="${top}" width="${right - left}" height="${bottom - top}" rx="2" fill="none" stroke="currentColor" stroke-width="2"/>${fans.join('')}</svg>`;
}

/** An order as a table that turns into a list on a phone. */
export function orderHtml({
  heading,
  referenceHeading,
  rows,
  sentences,
  notPlaced,
  bridged,
}: OrderTable): string {
  const hasReference = referenceHeading !== '';
  const cell = (label: string, content: string, kind = '') =>
    `<td data-label="${escaped(label)}"${kind && ` class="${kind}"`}>${content}</td>`;
  const head = [
    'Place',
    'Entry',
    'Fans',
    heading,
    'dB(A)',
    ...(hasReference ? ['K/W', referenceHeading] : []),
    'Price',
    '',
  ];
  const isNumber = (title: string) => !['Place', 'Entry', 'Fans', ''].includes(title);
  const body = rows.map(
    (row) =>
      `<tr>${cell('Place', escaped(row.place), 'place')}${cell('Entry', `<span>${mark(row.position)}${sketch(row.layout)}<bdi>${escaped(row.name)}</bdi></span>`, 'name')}${cell('Fans', `<bdi>${escaped(row.fans)}</bdi>`)}${cell(heading, `<span><b>${escaped(row.value)}</b> <span class="quiet">± ${escaped(row.interval95)}</span></span>`, 'n')}${cell('dB(A)', escaped(row.levelDb), 'n')}${hasReference ? cell('K/W', escaped(row.resistance), 'n') + cell(referenceHeading, escaped(row.atReference), 'n') : ''}${cell('Price', escaped(row.price), 'n')}${cell('', escaped(row.standing), row.standing === '' || row.standing === 'holds the load' ? 'ok' : 'warn')}</tr>`,
  );
  return [
    rows.length === 0
      ? '<p>No entry is ranked here.</p>'
      : `<table class="order"><thead><tr>${head.map((title) => `<th scope="col"${isNumber(title) ? ' class="n"' : ''}>${title === '' ? '<span class="quiet">at this load</span>' : escaped(title)}</th>`).join('')}</tr></thead><tbody>${body.join('\n')}</tbody></table>`,
    ...sentences.map((sentence) => `<p dir="auto">${escaped(sentence)}</p>`),
    notPlaced.length > 0
      ? `<p class="quiet">Not ranked here: ${notPlaced.map(({ name, reason }) => `<bdi>${escaped(name)}</bdi>, ${escaped(reason)}`).join('; ')}.</p>`
      : '',
    bridged.length > 0
      ? `<p class="quiet">Bridged, not measured here:</p><ul>${bridged.map((sentence) => `<li dir="auto">${escaped(sentence)}</li>`).join('')}</ul>`
      : '',
  ].join('\n');
}

const photoHtml = ({ alt, type, bytes }: ReportPhoto) =>
  `<img alt="${escaped(alt)}" src="data:${type};base64,${base64(bytes)}">`;

const listHtml = (title: string, items: readonly string[]) =>
  items.length > 0
    ? `<div><h4>${title}</h4><ul>${items.map((item) => `<li dir="auto">${escaped(item)}</li>`).join('')}</ul></div>`
    : '';

function partHtml(part: ReportPart, index: number): string {
  const title = part.title === '' ? '' : `<h2 id="part-${index + 1}" dir="auto">${escaped(part.title)}</h2>`;
  switch (part.kind) {
    case 'text':
      return `<section>${title}${part.html}</section>`;
    case 'ranking':
      return `<section>${title}${part.html}${orderHtml(part.order)}</section>`;
    case 'picture':
      return `<section>${title}<figure>${part.svg}${part.html && `<figcaption>${part.html}</figcaption>`}</figure></section>`;
    case 'sounds':
      return `<section>${title}${part.html}<p class="quiet" dir="auto">${escaped(part.note)}</p>${part.clips
        .map(
          ({ name, position, line, wav }) =>
            `<article class="clip"><h3>${mark(position)}<bdi>${escaped(name)}</bdi></h3><p class="quiet" dir="auto">${escaped(line)}</p><audio controls loop preload="none" aria-label="${escaped(name)}" src="data:audio/wav;base64,${base64(wav)}"></audio></article>`,
        )
        .join('\n')}</section>`;
    case 'awards':
      return `<section>${title}${part.html}${part.given.map((award) => `<p class="award" dir="auto">${escaped(award)}</p>`).join('')}${part.refused.map((award) => `<p class="quiet" dir="auto">${escaped(award)}</p>`).join('')}${part.given.length + part.refused.length === 0 ? '<p>No awards.</p>' : ''}</section>`;
    case 'entries':
      return `<section>${title}${part.html}${part.entries
        .map(
          (entry) =>
            `<article class="entry"><h3>${mark(entry.position)}<bdi>${escaped(entry.name)}</bdi></h3><p class="quiet" dir="auto">${escaped(entry.line)}</p>${entry.facts.length > 0 ? `<p class="quiet" dir="auto">${escaped(entry.facts.join('; '))}</p>` : ''}${entry.pros.length + entry.cons.length > 0 ? `<div class="two">${listHtml('For it', entry.pros)}${listHtml('Against it', entry.cons)}</div>` : ''}${entry.html}${entry.photos.length > 0 ? `<div class="photos">${entry.photos.map(photoHtml).join('')}</div>` : ''}</article>`,
        )
        .join('\n')}</section>`;
  }
}

function versionHtml({ version }: ReportData): string {
  if (!version) return '<p class="quiet">A draft: not published.</p>';
  const day = dayWords(version.publishedAt);
  const corrections = version.corrections.map(
    ({ number, at, reason, changes }) =>
      `<li dir="auto">Version ${number}, ${escaped(dayWords(at))}: ${escaped(reason)}${changes.length > 0 ? `<ul>${changes.map((change) => `<li dir="auto">${escaped(change)}</li>`).join('')}</ul>` : ''}</li>`,
  );
  return `<p class="quiet">Version ${version.number}, published ${escaped(day)}.</p>${corrections.length > 0 ? `<section><h2>What was corrected</h2><ul>${corrections.join('')}</ul></section>` : ''}`;
}

/** A page by itself, in the report's style, with no request to anywhere: only what `shows` names may be seen of it, or run. */
export function plainPage(
  page: { title: string; shows: string; head?: string; body: string },
  fonts: ReportFonts,
): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; ${page.shows}; style-src 'unsafe-inline'">
<meta name="referrer" content="no-referrer">
${page.head ?? ''}<title>${escaped(page.title)}</title>
<style>${fontFaces(fonts)}${REPORT_STYLE}</style>
</head>
<body>
${page.body}
</body>
</html>
`;
}

/** What the page has, part by part. */
function contents({ parts }: ReportData): string {
  const titled = parts.flatMap(({ title }, i) => (title === '' ? [] : [{ title, at: `part-${i + 1}` }]));
  const links = [...titled, ...ENDS].map(
    ({ title, at }) => `<li><a href="#${at}" dir="auto">${escaped(title)}</a></li>`,
  );
  return `<nav aria-label="On this page"><ul class="contents">${links.join('')}</ul></nav>`;
}

/** What every report ends with. */
const ENDS = [
  { title: 'How this was measured', at: 'method' },
  { title: 'On which bench', at: 'bench' },
  { title: 'Set aside and changed', at: 'changed' },
  { title: 'The data', at: 'data' },
];
const [METHOD, BENCH, CHANGED, DATA] = ENDS.map(({ title, at }) => `<h2 id="${at}">${title}</h2>`);

/** Where the script makes what can be asked; without script it stays hidden. The figures are data to the browser, and no script. */
const askHtml = ({
  figures,
  script,
}: ReportAnswers): string => `<section id="ask" aria-label="Ask this report" hidden></section>
<div id="ask-more" hidden></div>
<script type="text/plain" id="figures">${figures}</script>
<script>${script}</script>
`;

/**
 * A verdict as one file for screen, phone and print, with no request to anywhere: whole without script, and with it answering its readers.
 * The same data give the same bytes.
 */
export function reportHtml(data: ReportData, fonts: ReportFonts): string {
  const cells = (label: string, text: string) => `<td data-label="${label}"><bdi>${escaped(text)}</bdi></td>`;
  const setAside =
    data.setAside.length === 0
      ? '<p>No run was set aside.</p>'
      : `<table class="log"><thead><tr><th scope="col">Run</th><th scope="col">Of</th><th scope="col">Setting</th><th scope="col">Why it does not count</th></tr></thead><tbody>${data.setAside.map(({ run, name, setting, reason }) => `<tr>${cells('Run', run)}${cells('Of', name)}${cells('Setting', setting)}${cells('Why', reason)}</tr>`).join('\n')}</tbody></table>`;
  const changes =
    data.changes.length === 0
      ? ''
      : `<h3>What was changed by hand</h3><table class="log"><thead><tr><th scope="col">Run</th><th scope="col">When</th><th scope="col">Who</th><th scope="col">What</th></tr></thead><tbody>${data.changes.map(({ run, at, who, what }) => `<tr>${cells('Run', run)}${cells('When', at)}${cells('Who', who)}${cells('What', what)}</tr>`).join('\n')}</tbody></table>`;
  const attached = data.data
    ? `<p><a download="${escaped(data.data.name)}" href="data:application/zip;base64,${base64(data.data.bytes)}">${escaped(data.data.name)}</a>, ${Math.ceil(data.data.bytes.length / 1024)} kB. ${escaped(data.dataNote)}</p>`
    : `<p>${escaped(data.dataNote)}</p>`;
  const body = `<header>
<h1 dir="auto">${escaped(data.title)}</h1>
<p class="quiet" dir="auto">${data.by?.name ? `${escaped(data.by.name)} · ` : ''}${escaped(data.rigLine)}</p>
${versionHtml(data)}
</header>
<main>
<div class="first">
<div>${data.summary}${contents(data)}</div>
${data.answers ? askHtml(data.answers) : ''}</div>
${data.parts.map(partHtml).join('\n')}
<section>${METHOD}<dl>${data.method.map(({ question, answer }) => `<dt>${escaped(question)}</dt><dd dir="auto">${escaped(answer)}</dd>`).join('\n')}</dl>${data.by?.methodAt ? `<p>The method at length: <a href="${escaped(data.by.methodAt)}">${escaped(data.by.methodAt)}</a></p>` : ''}</section>
<section>${BENCH}<dl>${data.rig.map(({ what, value }) => `<dt>${escaped(what)}</dt><dd dir="auto">${escaped(value)}</dd>`).join('\n')}</dl></section>
<section>${CHANGED}${setAside}${changes}${data.problems.length > 0 ? `<h3>Rows that could not be used</h3><ul>${data.problems.map((problem) => `<li><bdi>${escaped(problem)}</bdi></li>`).join('')}</ul>` : ''}</section>
<section>${DATA}${attached}<p class="quiet">To check this page: <code>./abanico check FILE.html</code> ranks its data anew and says what does not follow.</p></section>
</main>`;
  const head = `<meta name="description" content="${escaped(data.rigLine)}">\n<meta name="rules" content="${escaped(data.rules)}">\n`;
  return plainPage(
    {
      title: data.title,
      shows: `img-src data:; font-src data:; media-src data:${data.answers ? `; script-src 'sha256-${data.answers.scriptHash}'` : ''}`,
      ...{ head, body },
    },
    fonts,
  );
}
