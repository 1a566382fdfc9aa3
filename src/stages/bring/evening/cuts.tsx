import { DragLine } from '@/ui/chart/dragLine';
import { pixelX, type PlotFrame } from '@/ui/chart/plot';
import { figure } from '@/ui/marks/figures';
import type { Piece } from '@/core/joining/pieces';
import { Button } from '@/ui/frame/button';

/** Arrow keys move a line of the evening by a second, page keys by half a minute; min. */
export const STEPS_MIN = { ArrowLeft: -1 / 60, ArrowRight: 1 / 60, PageDown: -0.5, PageUp: 0.5 };

/** What cuts by hand, and takes it back. */
export function CutTools({
  atMin,
  onCutHere,
  onCutAnew,
  onUndo,
}: {
  /** Where the next cut would be, min of the evening. */
  atMin: number;
  onCutHere: () => void;
  onCutAnew: () => void;
  /** Null where nothing was done. */
  onUndo: (() => void) | null;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2 py-1.5">
      <Button onClick={() => onCutHere()}>Cut at {figure(atMin, 1)} min</Button>
      <Button onClick={onCutAnew}>Cut anew</Button>
      <Button disabled={!onUndo} onClick={() => onUndo?.()}>
        Undo
      </Button>
      <span className="text-[13px] text-ink2">
        Press in the picture to say where; <span className="key">c</span> cuts at the dashed line,{' '}
        <span className="key">Ctrl</span> <span className="key">z</span> takes back.
      </span>
    </div>
  );
}

/** The pieces between the cuts, numbered where they become runs. */
export function PieceBands({
  frame,
  pieces,
  fromS,
}: {
  frame: PlotFrame;
  pieces: readonly Piece[];
  fromS: number;
}) {
  return pieces.map((piece, i) => {
    const left = pixelX(frame, (piece.fromS - fromS) / 60);
    const right = pixelX(frame, (piece.toS - fromS) / 60);
    return (
      <div
        key={i}
        className={`pointer-events-none absolute overflow-hidden text-center text-[12.5px] whitespace-nowrap ${piece.use ? 'bg-act/6 text-act' : 'text-ink2'}`}
        style={{
          left,
          width: Math.max(0, right - left),
          top: frame.top - 18,
          height: frame.bottom - frame.top + 18,
        }}
      >
        {piece.use ? i + 1 : ''}
      </div>
    );
  });
}

/** A cut: dragged, moved by arrow keys, taken away by Delete. */
export function Cut({
  frame,
  number,
  atS,
  fromS,
  toS,
  onMove,
  onRemove,
}: {
  frame: PlotFrame;
  number: number;
  atS: number;
  fromS: number;
  toS: number;
  onMove: (toS: number) => void;
  onRemove: () => void;
}) {
  return (
    <DragLine
      frame={frame}
      name={`Cut ${number}`}
      value={(atS - fromS) / 60}
      min={0}
      max={(toS - fromS) / 60}
      says={`${figure((atS - fromS) / 60, 1)} min`}
      steps={STEPS_MIN}
      width={14}
      above={18}
      onMove={(toMin) => onMove(fromS + toMin * 60)}
      onKey={(key) => {
        const away = key === 'Delete' || key === 'Backspace';
        if (away) onRemove();
        return away;
      }}
    >
      <span className="absolute inset-y-0 left-1/2 w-[1.5px] bg-act" />
    </DragLine>
  );
}
