/** Colour and marker of an entry, by its position in the round-up: the same on every page. */
export interface EntryStyle {
  /** Name of the CSS variable that holds the colour. */
  colour: string;
  marker: Marker;
}

export type Marker = 'disc' | 'square' | 'triangle' | 'diamond' | 'cross' | 'ring' | 'frame' | 'wedge';

const MARKERS: Marker[] = ['disc', 'square', 'triangle', 'diamond', 'cross', 'ring', 'frame', 'wedge'];

export function entryStyle(position: number): EntryStyle {
  // Past eight, colours come again, each with another marker.
  const round = Math.floor(position / 8);
  return { colour: `--curve-${position % 8}`, marker: MARKERS[(position + 3 * round) % 8]! };
}

/** The colour of an entry for its name: a little darker (lighter at night), so that it reads as text does. */
export const entryTextColour = (position: number): string =>
  `color-mix(in oklab, var(${entryStyle(position).colour}) 78%, var(--color-ink))`;

const SHAPES: Record<Marker, (colour: string) => React.ReactNode> = {
  disc: (c) => <circle cx="6" cy="6" r="4.5" fill={c} />,
  square: (c) => <rect x="2" y="2" width="8" height="8" fill={c} />,
  triangle: (c) => <path d="M6 1.5 11 10.5H1Z" fill={c} />,
  diamond: (c) => <path d="M6 .8 11.2 6 6 11.2.8 6Z" fill={c} />,
  cross: (c) => <path d="M2 2 10 10M10 2 2 10" stroke={c} strokeWidth="2.4" fill="none" />,
  ring: (c) => <circle cx="6" cy="6" r="4" fill="none" stroke={c} strokeWidth="2.2" />,
  frame: (c) => <rect x="2.2" y="2.2" width="7.6" height="7.6" fill="none" stroke={c} strokeWidth="2.2" />,
  wedge: (c) => <path d="M1 1.5H11L6 10.5Z" fill={c} />,
};

export function EntryMark({ position }: { position: number }) {
  const { colour, marker } = entryStyle(position);
  return (
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true" className="inline-block shrink-0">
      {SHAPES[marker](`var(${colour})`)}
    </svg>
  );
}
