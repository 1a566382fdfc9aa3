import type { Leaders } from '@/core/ranking/leaders';
import { entryStyle } from '@/ui/marks/entryMark';

const WIDTH = 168;
const HEIGHT = 60;
const ROOM = 3;

/** The curves of a round-up in small: how they lie, and no more than that. */
export function Sketch({ sketch }: { sketch: Leaders['sketch'] }) {
  const all = sketch.flatMap(({ points }) => points);
  if (all.length === 0) return null;
  const span = (of: 0 | 1) => {
    const values = all.map((point) => point[of]);
    return { least: Math.min(...values), most: Math.max(...values) };
  };
  const [x, y] = [span(0), span(1)];
  const along = (value: number, { least, most }: { least: number; most: number }, size: number) =>
    ROOM + ((value - least) / (most - least || 1)) * (size - 2 * ROOM);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      aria-hidden="true"
      className="float-right mt-1 ml-5 hidden sm:block"
    >
      {sketch.map(({ position, points }) => (
        <polyline
          key={position}
          fill="none"
          strokeWidth="1.6"
          stroke={`var(${entryStyle(position).colour})`}
          points={points
            .map(
              ([at, value]) =>
                `${along(at, x, WIDTH).toFixed(1)},${(HEIGHT - along(value, y, HEIGHT)).toFixed(1)}`,
            )
            .join(' ')}
        />
      ))}
    </svg>
  );
}
