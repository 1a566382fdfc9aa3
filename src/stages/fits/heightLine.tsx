import type { FitsData } from '@/lab/orders/readers/fitsView';
import { DotTrack, placeOn } from '@/ui/chart/dotTrack';
import { figure } from '@/ui/marks/figures';

/** How high each stands over the board, and the panel over it. */
export function HeightLine({ advice, machine: { heightMm } }: Pick<FitsData, 'advice' | 'machine'>) {
  const dots = advice.flatMap(({ entry, product, position, heightMm: ownMm, isLoop, isCase }) =>
    ownMm === null || isLoop || isCase
      ? []
      : [
          {
            ...{ key: entry, position, value: ownMm, interval95: null },
            title: `${product}: ${figure(ownMm, 0)} mm`,
          },
        ],
  );
  if (dots.length === 0) return null;
  const scale = { least: 0, most: 1.06 * Math.max(heightMm ?? 0, ...dots.map(({ value }) => value)) };
  return (
    <div className="max-w-[400px]" aria-hidden>
      <DotTrack dots={dots} scale={scale} line={heightMm} />
      <p className="relative h-5 text-[13px]">
        <span className="text-ink2">height over the board</span>
        {heightMm !== null && (
          <b
            className="absolute -translate-x-3/4 whitespace-nowrap text-act"
            style={{ left: `${placeOn(scale, heightMm)}%` }}
          >
            {figure(heightMm, 0)} mm
          </b>
        )}
      </p>
    </div>
  );
}
