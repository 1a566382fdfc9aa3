import { markerAt, type PictureTheme } from '@/formats/picture/pictureTheme';
import { drawing } from './dom';

const COLOURS = Array.from({ length: 8 }, (_, i) => `var(--c${i})`);

/** The colours of the page around it, by day, by night and in print. */
export const PAGE_THEME: PictureTheme = {
  ...{ ground: 'var(--ground)', ink: 'var(--ink)', ink2: 'var(--ink2)', line: 'var(--line)' },
  ...{ act: 'var(--act)', curves: COLOURS },
};

export const colourOf = (position: number): string => COLOURS[position % COLOURS.length]!;

/** The marker of an entry. */
export const mark = (position: number): HTMLElement =>
  drawing(
    `<svg class="mark" viewBox="0 0 12 12" aria-hidden="true">${markerAt(position, 6, 6, 4.5, colourOf(position))}</svg>`,
  );

const PX = 180;

/** A value with its interval on a scale; a hairline stands at zero. */
export function whisker(
  { value, interval95 }: { value: number; interval95: number },
  [from, to]: readonly [number, number],
  colour: string,
): HTMLElement {
  const at = (x: number) => (PX * (Math.min(to, Math.max(from, x)) - from)) / (to - from);
  const n = (x: number) => at(x).toFixed(1);
  return drawing(
    `<svg class="whisker" viewBox="0 0 ${PX} 14" aria-hidden="true"><path d="M${n(0)} 0V14" stroke="var(--ink2)"/><path d="M${n(value - interval95)} 7H${n(value + interval95)}" stroke="${colour}" stroke-width="2"/><circle cx="${n(value)}" cy="7" r="4" fill="${colour}"/></svg>`,
  );
}
