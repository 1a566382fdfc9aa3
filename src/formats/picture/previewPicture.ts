import { markerAt, PAPER } from './pictureTheme';

/** Draws a text as outlines, and says how wide they are. */
export interface Lettering {
  path: (text: string, x: number, y: number, size: number) => string;
  width: (text: string, size: number) => number;
}

export interface Preview {
  title: string;
  /** What was found, in a sentence. */
  lead: string;
  /** When and where, in small. */
  source: string;
  /** The order as it is ranked, the first ones. */
  bars: readonly { name: string; position: number; value: number; figure: string }[];
}

/** As networks show links: 1.91 to 1. */
export const PREVIEW = { width: 1200, height: 630 };
const MARGIN = 60;
const MOST_BARS = 5;

/** A text in lines no wider than so much, the last cut with “…” where there are more. */
function inLines(text: string, size: number, most: number, { width }: Lettering): string[] {
  const room = PREVIEW.width - 2 * MARGIN;
  const lines: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = lines.at(-1);
    if (last !== undefined && width(`${last} ${word}`, size) <= room)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= most ? lines : [...lines.slice(0, most - 1), `${lines[most - 1]!} …`];
}

/**
 * What is shown of a version where somebody links to it: title, finding and the first of its order. Text is outlines, so that it looks alike
 * wherever it is drawn.
 */
export function previewPicture(
  { title, lead, source, bars }: Preview,
  letters: { title: Lettering; text: Lettering },
): string {
  const { ink, ink2, ground, line, act, curves } = PAPER;
  const parts: string[] = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${PREVIEW.width}" height="${PREVIEW.height}"><rect width="100%" height="100%" fill="${ground}"/><rect width="100%" height="14" fill="${act}"/>`,
  ];
  const put = (lettering: Lettering, text: string, x: number, y: number, size: number, colour: string) =>
    parts.push(`<path d="${lettering.path(text, x, y, size)}" fill="${colour}"/>`);
  let y = 96;
  for (const words of inLines(title, 56, 2, letters.title)) {
    put(letters.title, words, MARGIN, y, 56, ink);
    y += 64;
  }
  for (const words of inLines(lead, 32, 2, letters.text)) {
    put(letters.text, words, MARGIN, y, 32, ink);
    y += 42;
  }
  const shown = bars.slice(0, MOST_BARS);
  const most = Math.max(1e-9, ...shown.map(({ value }) => Math.abs(value)));
  const room = 560 - y;
  const row = Math.min(56, room / Math.max(1, shown.length));
  shown.forEach(({ name, position, value, figure }, i) => {
    const middle = y + (i + 0.5) * row;
    const colour = curves[position % curves.length]!;
    parts.push(
      `<path d="M${MARGIN} ${middle + row / 2}H${PREVIEW.width - MARGIN}" stroke="${line}"/>`,
      markerAt(position, MARGIN + 12, middle, 9, colour),
      `<rect x="470" y="${middle - 11}" width="${((420 * Math.abs(value)) / most).toFixed(1)}" height="22" fill="${colour}"/>`,
    );
    put(letters.text, name.slice(0, 24), MARGIN + 34, middle + 9, 26, ink);
    put(letters.text, figure, 915, middle + 9, 26, ink);
  });
  put(letters.text, inLines(source, 22, 1, letters.text)[0] ?? '', MARGIN, 602, 22, ink2);
  return `${parts.join('')}</svg>`;
}
