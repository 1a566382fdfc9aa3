import { EntryMark, entryStyle } from '@/ui/marks/entryMark';

/** A scale from its least to its largest, in the unit of its figures. */
export interface DotScale {
  least: number;
  most: number;
}

export interface Dot {
  key: string;
  /** Position of the entry, which gives colour and marker; null for what is no entry. */
  position: number | null;
  value: number;
  /** Half-width of its interval; null where it is not available. */
  interval95: number | null;
  /** Drawn behind the others and paler. */
  isPale?: boolean;
  title?: string;
}

/** The scale that holds all of these with their intervals, with a little room at its ends. */
export function scaleAround(dots: readonly Pick<Dot, 'value' | 'interval95'>[]): DotScale {
  const low = Math.min(...dots.map(({ value, interval95 }) => value - (interval95 ?? 0)));
  const high = Math.max(...dots.map(({ value, interval95 }) => value + (interval95 ?? 0)));
  const room = 0.04 * (high - low || Math.abs(high) || 1);
  return { least: low - room, most: high + room };
}

/** Where on a scale a value stands, as a share of its width in %. */
export const placeOn = ({ least, most }: DotScale, value: number): number =>
  (100 * (value - least)) / (most - least || 1);

/** Dots with their intervals on one scale: a hairline, and each entry's own mark on it. What they show stands in text beside. */
export function DotTrack({
  dots,
  scale,
  line = null,
}: {
  dots: readonly Dot[];
  scale: DotScale;
  /** A value that is marked across the track: no difference, or a limit. */
  line?: number | null;
}) {
  const drawn = [...dots].sort((a, b) => Number(b.isPale ?? false) - Number(a.isPale ?? false));
  return (
    <span aria-hidden className="relative block h-4 w-full">
      <span className="absolute top-1/2 right-0 left-0 h-px bg-hairline" />
      {line !== null && (
        <span className="absolute inset-y-0 w-px bg-ink" style={{ left: `${placeOn(scale, line)}%` }} />
      )}
      {drawn.map(({ key, position, value, interval95, isPale, title }) => (
        <span key={key} style={{ opacity: isPale ? 0.3 : 1 }} title={title}>
          {interval95 !== null && (
            <span
              className="absolute top-1/2 h-1.5 -translate-y-1/2 rounded-full opacity-35"
              style={{
                left: `${placeOn(scale, value - interval95)}%`,
                width: `${placeOn(scale, value + interval95) - placeOn(scale, value - interval95)}%`,
                background: position === null ? 'var(--color-ink2)' : `var(${entryStyle(position).colour})`,
              }}
            />
          )}
          <span
            className="absolute top-1/2 flex -translate-x-1/2 -translate-y-1/2"
            style={{ left: `${placeOn(scale, value)}%` }}
          >
            {position === null ? (
              <span className="size-2.5 rounded-full bg-ink" />
            ) : (
              <EntryMark position={position} />
            )}
          </span>
        </span>
      ))}
    </span>
  );
}
