import type { Flatness } from '@/core/plate/flatness';

const WIDTH = 220;
const HEIGHT = 26;

/** Quartiles and whiskers of a plate's depths, on one scale for all: a box a row. */
export function PlateBox({ flat, mostUm, colour }: { flat: Flatness; mostUm: number; colour: string }) {
  const { whiskerLow, lower, median, upper, whiskerHigh } = flat.box;
  const x = (depthUm: number) => 4 + (depthUm / (mostUm || 1)) * (WIDTH - 8);
  const middle = HEIGHT / 2;
  const outside = flat.points.filter(
    ({ depthUm }) => depthUm < whiskerLow - 1e-9 || depthUm > whiskerHigh + 1e-9,
  );
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Quartiles ${lower.toFixed(0)}, ${median.toFixed(0)} and ${upper.toFixed(0)} µm, whiskers from ${whiskerLow.toFixed(0)} to ${whiskerHigh.toFixed(0)} µm`}
    >
      <g stroke={`var(${colour})`} strokeWidth="1.6" fill="none">
        <path d={`M${x(whiskerLow)} ${middle}H${x(lower)}M${x(upper)} ${middle}H${x(whiskerHigh)}`} />
        <path d={`M${x(whiskerLow)} 7v12M${x(whiskerHigh)} 7v12`} />
        <rect x={x(lower)} y="4" width={Math.max(1, x(upper) - x(lower))} height={HEIGHT - 8} />
        <path d={`M${x(median)} 4v${HEIGHT - 8}`} strokeWidth="2.6" />
        {outside.map(({ xMm, yMm, depthUm }) => (
          <circle key={`${xMm} ${yMm}`} cx={x(depthUm)} cy={middle} r="1.8" />
        ))}
      </g>
    </svg>
  );
}
