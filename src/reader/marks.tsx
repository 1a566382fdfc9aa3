/** @jsxImportSource preact */
import { Mark } from '@/formats/report/mark';
import { colourAt, tenths, type PictureTheme } from '@/formats/picture/pictureTheme';
import { drawing } from './dom';

const COLOURS = Array.from({ length: 8 }, (_, i) => `var(--c${i})`);

/** The colours of the page around it, by day, by night and in print. */
export const PAGE_THEME: PictureTheme = {
  ...{ ground: 'var(--ground)', ink: 'var(--ink)', ink2: 'var(--ink2)', line: 'var(--line)' },
  ...{ act: 'var(--act)', curves: COLOURS },
};

export const colourOf = (position: number): string => colourAt(PAGE_THEME, position);

/** The marker of an entry. */
export const mark = (position: number): HTMLElement => drawing(<Mark position={position} />);

const PX = 180;

/** A value with its interval on a scale; a hairline stands at zero. */
export function whisker(
  { value, interval95 }: { value: number; interval95: number },
  [from, to]: readonly [number, number],
  colour: string,
): HTMLElement {
  const at = (x: number) => tenths((PX * (Math.min(to, Math.max(from, x)) - from)) / (to - from));
  return drawing(
    <svg class="whisker" viewBox={`0 0 ${PX} 14`} aria-hidden="true">
      <path d={`M${at(0)} 0V14`} stroke="var(--ink2)" />
      <path d={`M${at(value - interval95)} 7H${at(value + interval95)}`} stroke={colour} stroke-width="2" />
      <circle cx={at(value)} cy="7" r="4" fill={colour} />
    </svg>,
  );
}
