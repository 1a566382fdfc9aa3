import { parse, type HTMLElement, NodeType } from 'node-html-parser';

/** A piece of a report that is read as one: a paragraph, a cell, a word in a picture. */
export interface ShownBlock {
  text: string;
  /** Element that it stands in, as “p” or “td”. */
  tag: string;
  /** Part of the report, the row and the column: what it is about. */
  about: string;
}

/** What a reader sees of a report, in the order of the page. */
export interface ShownReport {
  /** As “Version 2, published 28 Nov 2026.”, or that it is a draft. */
  version: string;
  blocks: ShownBlock[];
  /** Lines and marks of each picture, without its words. */
  drawings: { about: string; shapes: string }[];
  /** The zip to take along; null where there is none, or one that leaves the logs out. */
  data: Uint8Array | null;
  /** What the page answers its readers from and by, and what it allows itself to run; empty where it answers nothing. */
  answers: { figures: string; script: string; policy: string };
  /** Other scripts in the page, which could show anything. */
  scripts: number;
  /** What is said of how large the data are; empty where there are none. */
  dataSize: string;
  /** The rules of computation that it was made by; empty in a report of an earlier version. */
  rules: string;
}

const BLOCKS = new Set([
  ...['P', 'LI', 'TD', 'TH', 'DT', 'DD', 'H1', 'H2', 'H3', 'H4', 'FIGCAPTION', 'TEXT', 'TITLE', 'A'],
  ...[
    'DIV',
    'SECTION',
    'ARTICLE',
    'BODY',
    'MAIN',
    'HEADER',
    'FIGURE',
    'UL',
    'OL',
    'TR',
    'SVG',
    'DL',
    'TABLE',
  ],
]);
/** What the data in the file cannot give again: photographs, recordings, and the data themselves. */
const isBesideTheData = (section: HTMLElement, title: string) =>
  title === 'The data' || title === 'What was corrected' || section.querySelector('article.clip') !== null;

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

function aboutOf(element: HTMLElement, section: string): string {
  const row = element.closest('tr');
  const name = row?.querySelector('.name')?.text ?? row?.querySelector('td')?.text ?? '';
  return [oneLine(name), element.getAttribute('data-label') ?? '', section].filter(Boolean).join(', ');
}

/** The words of an element, without those of the blocks in it. */
function ownWords(element: HTMLElement): string {
  return element.childNodes
    .map((node) => {
      if (node.nodeType === NodeType.TEXT_NODE) return node.text;
      const inner = node as HTMLElement;
      return node.nodeType !== NodeType.ELEMENT_NODE || BLOCKS.has(inner.tagName) ? '' : ownWords(inner);
    })
    .join('');
}

/** Gathers the blocks of an element in the order of the page; one that stands alone is a block, whatever it is. */
function gather(element: HTMLElement, section: string, found: ShownBlock[], isAlone = false): void {
  const text = isAlone || BLOCKS.has(element.tagName) ? oneLine(ownWords(element)) : '';
  if (text !== '') found.push({ text, tag: element.tagName.toLowerCase(), about: aboutOf(element, section) });
  for (const node of element.childNodes)
    if (node.nodeType === NodeType.ELEMENT_NODE) gather(node as HTMLElement, section, found);
}

/** A picture without its words: what its lines and marks are. */
function shapesOf(svg: HTMLElement): string {
  return svg
    .querySelectorAll('*')
    .filter(({ tagName }) => tagName !== 'TEXT' && tagName !== 'TITLE')
    .map(({ tagName, rawAttrs }) => `${tagName} ${oneLine(rawAttrs)}`)
    .join('\n');
}

/**
 * Reads a report as this application writes it.
 *
 * @returns null where the page is none of ours
 */
export function shownReport(html: string): ShownReport | null {
  const page = parse(html, { comment: false });
  const [body, header, main] = ['body', 'header', 'main'].map((name) => page.querySelector(name));
  const titles = main?.querySelectorAll('section > h2').map(({ text }) => oneLine(text)) ?? [];
  if (!body || !header || !main || !titles.includes('How this was measured') || !titles.includes('The data'))
    return null;
  const blocks: ShownBlock[] = [];
  const drawings: ShownReport['drawings'] = [];
  const version = header.querySelectorAll('> p').at(-1);
  for (const child of header.childNodes)
    if (
      child.nodeType === NodeType.ELEMENT_NODE &&
      child !== version &&
      (child as HTMLElement).tagName !== 'SECTION'
    )
      gather(child as HTMLElement, '', blocks, true);
  for (const child of main.childNodes) {
    if (child.nodeType === NodeType.TEXT_NODE) {
      const text = oneLine(child.text);
      if (text !== '') blocks.push({ text, tag: 'main', about: '' });
      continue;
    }
    if (child.nodeType !== NodeType.ELEMENT_NODE) continue;
    const section = child as HTMLElement;
    const title = oneLine(section.querySelector('> h2')?.text ?? '');
    if (isBesideTheData(section, title)) continue;
    gather(section, title, blocks, true);
    for (const svg of section.querySelectorAll('svg'))
      drawings.push({ about: aboutOf(svg, title), shapes: shapesOf(svg) });
  }
  // What stands outside of head and main is shown, too.
  for (const child of body.childNodes)
    if (child !== header && child !== main) {
      if (child.nodeType === NodeType.ELEMENT_NODE) gather(child as HTMLElement, '', blocks, true);
      else if (oneLine(child.text) !== '') blocks.push({ text: oneLine(child.text), tag: 'body', about: '' });
    }
  const figures = main.querySelector('#figures');
  const script = main.querySelector('#figures ~ script');
  const own = [figures, script].filter((each) => each?.tagName === 'SCRIPT');
  const zip = main.querySelector('a[download]');
  const [, packed = ''] = /^data:application\/zip;base64,(.*)$/s.exec(zip?.getAttribute('href') ?? '') ?? [];
  const [dataSize = ''] = /\d+ kB/.exec(zip?.parentNode?.text ?? '') ?? [];
  const isWhole = packed !== '' && !/-tables\.zip$/.test(zip?.getAttribute('download') ?? '');
  return {
    version: oneLine(version?.text ?? ''),
    ...{ blocks, drawings, data: isWhole ? new Uint8Array(Buffer.from(packed, 'base64')) : null },
    ...{ dataSize, scripts: page.querySelectorAll('script').length - own.length },
    answers: {
      figures: figures?.text ?? '',
      script: script?.text ?? '',
      policy: page.querySelector('meta[http-equiv=Content-Security-Policy]')?.getAttribute('content') ?? '',
    },
    rules: page.querySelector('meta[name=rules]')?.getAttribute('content') ?? '',
  };
}
