/** Colours of a picture by day or night, as the application has them. */
export interface PictureTheme {
  ground: string;
  ink: string;
  ink2: string;
  line: string;
  act: string;
  curves: readonly string[];
}

export const PAPER: PictureTheme = {
  ...{ ground: '#F5F0E6', ink: '#231D18', ink2: '#62574B', line: '#D6CBB8', act: '#A62B1F' },
  curves: ['#1F4E79', '#B5541C', '#2C6A4C', '#7A3E8E', '#8A6D00', '#0F7C86', '#9C2F5B', '#4A4A4A'],
};

export const NIGHT: PictureTheme = {
  ...{ ground: '#0F141B', ink: '#ECE6DA', ink2: '#A59F93', line: '#2B3541', act: '#DDA548' },
  curves: ['#7FB2E0', '#E8905A', '#6CC096', '#C792DA', '#D2B148', '#53C3CD', '#EC86AE', '#B9B9B9'],
};

/** The colour of an entry, by its position in the line-up. */
export const colourAt = ({ curves }: PictureTheme, position: number): string =>
  curves[position % curves.length]!;

/** A length or a place in a picture, as it is written. */
export const tenths = (px: number): string => px.toFixed(1);

/** Round steps over a span, some `count` of them. */
export function ticks(min: number, max: number, count: number): number[] {
  const rough = (max - min) / Math.max(1, count);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((width) => width >= rough) ?? 10 * power;
  const first = Math.ceil(min / step - 1e-9);
  const found: number[] = [];
  for (let i = first; i * step <= max + 1e-9 * step; i += 1) found.push(Number((i * step).toPrecision(12)));
  return found;
}
