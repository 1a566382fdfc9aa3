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

/** Text as it may stand in markup: nothing of it is markup. */
export function escaped(text: string): string {
  return text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll("'", '&#39;');
}

/** The marker of an entry at a place, by its position in the line-up: the same shapes as on every page. */
export function markerAt(position: number, x: number, y: number, r: number, colour: string): string {
  const kind = (position + 3 * Math.floor(position / 8)) % 8;
  const at = (value: number) => value.toFixed(1);
  const [l, rr, t, b] = [at(x - r), at(x + r), at(y - r), at(y + r)];
  const filled = `fill="${colour}"`;
  const drawn = `fill="none" stroke="${colour}" stroke-width="${at(r * 0.5)}"`;
  const shapes = [
    `<circle cx="${at(x)}" cy="${at(y)}" r="${at(r)}" ${filled}/>`,
    `<path d="M${l} ${t}H${rr}V${b}H${l}Z" ${filled}/>`,
    `<path d="M${at(x)} ${t}L${rr} ${b}H${l}Z" ${filled}/>`,
    `<path d="M${at(x)} ${t}L${rr} ${at(y)}L${at(x)} ${b}L${l} ${at(y)}Z" ${filled}/>`,
    `<path d="M${l} ${t}L${rr} ${b}M${rr} ${t}L${l} ${b}" ${drawn}/>`,
    `<circle cx="${at(x)}" cy="${at(y)}" r="${at(r * 0.9)}" ${drawn}/>`,
    `<path d="M${l} ${t}H${rr}V${b}H${l}Z" ${drawn}/>`,
    `<path d="M${l} ${t}H${rr}L${at(x)} ${b}Z" ${filled}/>`,
  ];
  return shapes[kind]!;
}

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
