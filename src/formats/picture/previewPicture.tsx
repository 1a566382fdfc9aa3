/** @jsxImportSource preact */
import { Marker } from './marker';
import { colourAt, PAPER } from './pictureTheme';

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

/** Lines of words under one another, and where the next would stand. */
function stacked(lines: readonly string[], from: number, size: number, lettering: Lettering) {
  const pitch = size + (size > 40 ? 8 : 10);
  const paths = lines.map((words, i) => lettering.path(words, MARGIN, from + i * pitch, size));
  return { paths, next: from + lines.length * pitch };
}

/** Words as outlines; of none there is nothing to draw. */
const Outline = ({ d, fill }: { d: string; fill: string }) => (d === '' ? null : <path d={d} fill={fill} />);

/**
 * What is shown of a version where somebody links to it: title, finding and the first of its order. Text is outlines, so that it looks alike
 * wherever it is drawn.
 */
export function previewPicture(
  { title, lead, source, bars }: Preview,
  letters: { title: Lettering; text: Lettering },
) {
  const { ink, ink2, ground, line, act } = PAPER;
  const heading = stacked(inLines(title, 56, 2, letters.title), 96, 56, letters.title);
  const finding = stacked(inLines(lead, 32, 2, letters.text), heading.next, 32, letters.text);
  const shown = bars.slice(0, MOST_BARS);
  const most = Math.max(1e-9, ...shown.map(({ value }) => Math.abs(value)));
  const row = Math.min(56, (560 - finding.next) / Math.max(1, shown.length));
  const small = (text: string, x: number, y: number) => (
    <Outline d={letters.text.path(text, x, y, 26)} fill={ink} />
  );
  return (
    <svg xmlns="http://www.w3.org/2000/svg" width={PREVIEW.width} height={PREVIEW.height}>
      <rect width="100%" height="100%" fill={ground} />
      <rect width="100%" height="14" fill={act} />
      {[...heading.paths, ...finding.paths].map((d) => (
        <Outline d={d} fill={ink} />
      ))}
      {shown.map(({ name, position, value, figure }, i) => {
        const middle = finding.next + (i + 0.5) * row;
        const colour = colourAt(PAPER, position);
        return [
          <path d={`M${MARGIN} ${middle + row / 2}H${PREVIEW.width - MARGIN}`} stroke={line} />,
          <Marker position={position} x={MARGIN + 12} y={middle} r={9} colour={colour} />,
          <rect
            x="470"
            y={middle - 11}
            width={((420 * Math.abs(value)) / most).toFixed(1)}
            height="22"
            fill={colour}
          />,
          small(name.slice(0, 24), MARGIN + 34, middle + 9),
          small(figure, 915, middle + 9),
        ];
      })}
      <Outline
        d={letters.text.path(inLines(source, 22, 1, letters.text)[0] ?? '', MARGIN, 602, 22)}
        fill={ink2}
      />
    </svg>
  );
}
