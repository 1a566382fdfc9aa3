import { BEHIND_CM, horizontalCm, type RigSetup } from '@/core/rig/rigSetup';

export type Place = 'meter' | 'probe' | 'cooler';

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
  PageUp: [0, 10],
  PageDown: [0, -10],
};

const whole = (value: number) => Math.max(1, Math.round(value));

/** Where a place stands, cm right of the cooler and over the floor. */
export function placeOf(setup: RigSetup, place: Place): { x: number; y: number } {
  if (place === 'cooler') return { x: 0, y: setup.coolerHeightCm };
  const y = setup[`${place}HeightCm`];
  return { x: horizontalCm(setup[`${place}DistanceCm`], y, setup.coolerHeightCm), y };
}

/** The setup with a place moved; distances are from the centre of the cooler. */
function moved(setup: RigSetup, place: Place, x: number, y: number): RigSetup {
  const height = whole(Math.min(y, setup.roomHeightCm - 1));
  if (place === 'cooler') {
    const next = { ...setup, coolerHeightCm: height };
    // What stands around it stays where it is.
    for (const around of ['meter', 'probe'] as const) {
      const at = placeOf(setup, around);
      next[`${around}DistanceCm`] = whole(Math.hypot(at.x, at.y - height));
    }
    return next;
  }
  const reach = Math.min(Math.max(0, x), setup.roomDepthCm - BEHIND_CM);
  const distance = whole(Math.hypot(reach, height - setup.coolerHeightCm));
  return { ...setup, [`${place}HeightCm`]: height, [`${place}DistanceCm`]: distance };
}

/** One of the things on the bench as it is drawn: dragged, or moved by arrow keys, a centimetre each. */
export function Handle({
  svg,
  setup,
  heightCm,
  onSetup,
  place,
  says,
  children,
}: {
  svg: React.RefObject<SVGSVGElement | null>;
  setup: RigSetup;
  /** Of what is drawn. */
  heightCm: number;
  /** Null where it is only looked at. */
  onSetup: ((setup: RigSetup) => void) | null;
  place: Place;
  says: string;
  children: React.ReactNode;
}) {
  const at = placeOf(setup, place);
  return (
    <g
      role="slider"
      tabIndex={onSetup ? 0 : -1}
      aria-label={place === 'meter' ? 'Sound meter' : place === 'probe' ? 'Room probe' : 'Cooler'}
      aria-valuenow={place === 'cooler' ? setup.coolerHeightCm : setup[`${place}DistanceCm`]}
      aria-valuemin={1}
      aria-valuemax={place === 'cooler' ? heightCm : setup.roomDepthCm}
      aria-valuetext={says}
      aria-disabled={onSetup ? undefined : true}
      className={onSetup ? 'cursor-move touch-none' : ''}
      transform={`translate(${at.x} ${heightCm - at.y})`}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.focus();
        if (onSetup) event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!onSetup || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
        const matrix = svg.current!.getScreenCTM();
        if (!matrix) return;
        const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
        onSetup(moved(setup, place, point.x, heightCm - point.y));
      }}
      onKeyDown={(event) => {
        const step = STEPS[event.key];
        if (!step || !onSetup) return;
        event.preventDefault();
        onSetup(moved(setup, place, at.x + step[0], at.y + step[1]));
      }}
    >
      {children}
    </g>
  );
}
