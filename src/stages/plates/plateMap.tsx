import type { Flatness } from '@/core/plate/flatness';
import { figure } from '@/ui/marks/figures';

const SIDE_PX = 240;

/** Distance of neighbours along an axis, mm; that of a square plate of so many places where they lie on one line. */
function pitchOf(values: readonly number[]): number {
  const sorted = [...new Set(values)].sort((a, b) => a - b);
  const gaps = sorted.slice(1).map((value, i) => value - sorted[i]!);
  return gaps.length > 0 ? Math.min(...gaps) : 1;
}

/** The plate from above: the darker, the deeper. Each place says its depth when pointed at. */
export function PlateMap({ flat }: { flat: Flatness }) {
  const { points } = flat;
  const xs = points.map((point) => point.xMm);
  const ys = points.map((point) => point.yMm);
  const [pitchX, pitchY] = [pitchOf(xs), pitchOf(ys)];
  const left = Math.min(...xs) - pitchX / 2;
  const top = Math.min(...ys) - pitchY / 2;
  const width = Math.max(...xs) + pitchX / 2 - left;
  const height = Math.max(...ys) + pitchY / 2 - top;
  const deepest = points.reduce((deep, point) => (point.depthUm > deep.depthUm ? point : deep));
  const highest = points.reduce((high, point) => (point.depthUm < high.depthUm ? point : high));
  const share = (depthUm: number) => (flat.peakToValleyUm > 0 ? depthUm / flat.peakToValleyUm : 0);
  const unit = Math.max(width, height);
  const mark = (point: typeof deepest, sign: string) => (
    <text
      x={point.xMm}
      y={point.yMm}
      fontSize={unit * 0.075}
      fontWeight="700"
      textAnchor="middle"
      dominantBaseline="central"
      fill={share(point.depthUm) > 0.5 ? 'var(--color-ground)' : 'var(--color-ink)'}
    >
      {sign}
    </text>
  );
  return (
    <figure>
      <svg
        viewBox={`${left} ${top} ${width} ${height}`}
        style={{ width: SIDE_PX, height: (SIDE_PX * height) / width, maxHeight: 320 }}
        role="img"
        aria-label={`Map of the plate: deepest ${figure(deepest.depthUm, 0)} µm at ${figure(deepest.xMm, 0)}, ${figure(deepest.yMm, 0)} mm; highest at ${figure(highest.xMm, 0)}, ${figure(highest.yMm, 0)} mm`}
      >
        {points.map((point) => (
          <rect
            key={`${point.xMm} ${point.yMm}`}
            x={point.xMm - pitchX / 2}
            y={point.yMm - pitchY / 2}
            width={pitchX * 1.02}
            height={pitchY * 1.02}
            fill="var(--color-ink)"
            fillOpacity={0.06 + 0.82 * share(point.depthUm)}
          >
            <title>{`${figure(point.xMm, 1)}, ${figure(point.yMm, 1)} mm: ${figure(point.depthUm, 1)} µm`}</title>
          </rect>
        ))}
        {mark(highest, '▲')}
        {mark(deepest, '▼')}
      </svg>
      <figcaption className="label-text pt-1">
        ▲ highest, ▼ deepest: {figure(flat.peakToValleyUm, 0)} µm apart
      </figcaption>
    </figure>
  );
}
