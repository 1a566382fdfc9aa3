import { layoutSketch, layoutWords, SKETCH, type PlacedFan } from '@/core/cases/layoutSketch';

/** Figures at the parts that they were read of, in words: “66.2 K”. */
export interface PartFigures {
  processor?: string | undefined;
  card?: string | undefined;
  regulators?: string | undefined;
}

const COLOUR = { in: 'var(--curve-0)', out: 'var(--curve-1)' };

/** Fans in a case as a small drawing: blue and inward, orange and outward; large, with its parts and their figures. */
export function LayoutSketch({
  layout,
  figures,
  className = 'w-11',
}: {
  layout: readonly PlacedFan[];
  /** Draws the parts, with what was read of each. */
  figures?: PartFigures;
  className?: string;
}) {
  if (layout.length === 0) return null;
  const { left, right, top, bottom, width, height } = SKETCH;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={`inline-block shrink-0 ${className}`}
      role="img"
      aria-label={layoutWords(layout)}
      fontSize="4.6"
    >
      <rect
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        rx="2"
        fill="none"
        stroke="currentColor"
        strokeWidth={figures ? 0.8 : 2}
      />
      {figures && (
        <g fill="none" stroke="currentColor" strokeWidth="0.5">
          <path d="M81 18v58" opacity="0.5" />
          <rect x="58" y="30" width="14" height="15" />
          <path d="M61 30v15M64 30v15M67 30v15M70 30v15" opacity="0.6" />
          <rect x="20" y="56" width="60" height="8.5" />
          <rect x="50" y="28" width="4" height="17" stroke="var(--color-warn)" />
        </g>
      )}
      {layoutSketch(layout).map((fan) => (
        <g key={`${fan.x} ${fan.y}`}>
          <rect x={fan.x} y={fan.y} width={fan.width} height={fan.height} fill={COLOUR[fan.direction]} />
          {figures ? (
            <path d={fan.arrow} fill="none" stroke={COLOUR[fan.direction]} strokeWidth="0.9" />
          ) : (
            <path d={fan.head} fill={COLOUR[fan.direction]} />
          )}
        </g>
      ))}
      {figures && (
        <g fill="currentColor">
          {figures.processor && (
            <text x="79" y="51" textAnchor="end">
              processor, {figures.processor}
            </text>
          )}
          {figures.card && (
            <text x="50" y="61.6" textAnchor="middle">
              graphics card, {figures.card}
            </text>
          )}
          {figures.regulators && (
            <text x="48" y="40" textAnchor="end" fill="var(--color-warn)">
              regulators,
              <tspan x="48" dy="6">
                {figures.regulators}
              </tspan>
            </text>
          )}
        </g>
      )}
    </svg>
  );
}
