import type { Fit, FitsData } from '@/lab/orders/readers/fitsView';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';

/** A usual board, and where on it processor and memory sit, mm: drawn to scale, of no board in particular. */
const BOARD = { widthMm: 244, heightMm: 305, socketFromRearMm: 95, socketFromTopMm: 88 };
const INSIDE = { widthMm: 440, heightMm: 430, boardFromTopMm: 46 };
const MEMORY = { lengthMm: 133, thickMm: 7, fromSocketMm: 58, stepMm: 10, sticks: 4 };
/** Where nobody noted a footprint. */
const BLOCK_MM = 62;

interface Props {
  machine: FitsData['machine'];
  /** Who is drawn in it. */
  fit: Fit | undefined;
}

/** A case seen from above the board, to scale: the cooler in hand over processor and memory, or its radiator where it goes. */
export function CaseDrawing({ machine: { room, heightMm, memoryMm }, fit }: Props) {
  const { widthMm: width, heightMm: height } = INSIDE;
  const boardX = width - 8 - BOARD.widthMm;
  const socketX = width - 8 - BOARD.socketFromRearMm;
  const socketY = INSIDE.boardFromTopMm + BOARD.socketFromTopMm;
  const memoryX = socketX - MEMORY.fromSocketMm - (MEMORY.sticks - 1) * MEMORY.stepMm;
  const colour = fit ? `var(${entryStyle(fit.position).colour})` : 'var(--color-ink2)';
  const { isLoop = false, isCase = false, widthMm: w = null, depthMm: d = null } = fit ?? {};
  const across = isLoop ? BLOCK_MM : (d ?? BLOCK_MM * 2);
  const down = isLoop ? BLOCK_MM : (w ?? BLOCK_MM * 2);
  const caption = [
    room ? `${room.name}, seen from above the board` : 'Seen from above the board, to scale',
    heightMm !== null && `${figure(heightMm, 0)} mm from plate to side panel`,
  ]
    .filter(Boolean)
    .join(': ');
  return (
    <figure>
      <figcaption className="label-text pb-1">{caption}</figcaption>
      <svg
        viewBox={`-6 -6 ${width + 12} ${height + 12}`}
        className="w-full max-w-[400px]"
        role="img"
        aria-label={fit ? `${fit.product} drawn to scale in the case` : 'The case'}
        fontSize="15"
      >
        <rect width={width} height={height} rx="8" fill="none" stroke="var(--color-ink)" strokeWidth="3" />
        <rect
          x={boardX}
          y={INSIDE.boardFromTopMm}
          width={BOARD.widthMm}
          height={BOARD.heightMm}
          fill="var(--color-sunk)"
          stroke="var(--hairline)"
        />
        {Array.from({ length: MEMORY.sticks }, (_, i) => (
          <rect
            key={i}
            x={memoryX + i * MEMORY.stepMm}
            y={socketY - MEMORY.lengthMm / 2}
            width={MEMORY.thickMm}
            height={MEMORY.lengthMm}
            fill={i % 2 === 1 ? 'var(--color-ink2)' : 'none'}
            stroke="var(--color-ink2)"
          />
        ))}
        <text x={memoryX - 6} y={socketY + MEMORY.lengthMm / 2 + 18} fill="var(--color-ink2)">
          memory{memoryMm !== null && `, ${figure(memoryMm, 0)} mm`}
        </text>
        <rect
          x={socketX - 20}
          y={socketY - 20}
          width="40"
          height="40"
          fill="none"
          stroke="var(--color-ink2)"
          strokeWidth="1.5"
        />
        <rect
          x={boardX - 26}
          y={INSIDE.boardFromTopMm + 210}
          width={BOARD.widthMm + 26}
          height="40"
          fill="none"
          stroke="var(--color-ink2)"
          strokeDasharray="5 4"
        />
        <text x={boardX - 18} y={INSIDE.boardFromTopMm + 235} fill="var(--color-ink2)">
          graphics card
        </text>
        {fit && !isCase && (
          <>
            <rect
              x={socketX - across / 2}
              y={socketY - down / 2}
              width={across}
              height={down}
              fill={colour}
              fillOpacity="0.28"
              stroke={colour}
              strokeWidth="1.5"
            />
            <text
              x={socketX}
              y={Math.max(16, socketY - down / 2 - 6)}
              textAnchor="middle"
              fontWeight="700"
              fill={colour}
            >
              {fit.product.length > 26 ? `${fit.product.slice(0, 25)}…` : fit.product}
            </text>
          </>
        )}
        {room?.sides.map((side) => {
          if (side.radiatorMm === null) return null;
          const isHere = fit?.radiatorAt === side.place;
          const long = Math.min(side.radiatorMm, (side.place === 'front' ? height : width) - 20);
          const own = isHere && fit?.radiatorMm ? Math.min(fit.radiatorMm, long) : long;
          const deep = isHere ? Math.min(60, fit?.radiatorDepthMm ?? 27) : 10;
          const bar = {
            front: { x: 6, y: 10, width: deep, height: own },
            top: { x: 70, y: 6, width: own, height: deep },
            rear: { x: width - 6 - deep, y: 10, width: deep, height: Math.min(own, 140) },
            bottom: { x: 70, y: height - 6 - deep, width: own, height: deep },
            side: null,
            radiator: null,
          }[side.place];
          if (!bar) return null;
          // Where there is no room beside a bar, it says its length on pointing at it.
          const at =
            side.place === 'front'
              ? { x: 14, y: height - 12 }
              : side.place === 'top'
                ? { x: Math.min(width - 110, 70 + own + 8), y: 20 }
                : null;
          return (
            <g key={side.place}>
              <rect
                {...bar}
                fill={isHere ? colour : 'var(--hairline)'}
                fillOpacity={isHere ? 0.45 : 1}
                stroke={isHere ? colour : 'none'}
              />
              <title>{`${side.place}: radiator to ${side.radiatorMm} mm`}</title>
              {at && (
                <text {...at} fill="var(--color-ink2)">
                  {side.place}, to {side.radiatorMm}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
