'use client';

import { useRef } from 'react';
import { BEHIND_CM, type RigSetup } from '@/core/rig/rigSetup';
import { Handle, placeOf } from './handle';
import { Scenery } from './scenery';

/** The bench from the side, to scale: meter, probe and cooler are dragged, or moved by arrow keys, a centimetre each. */
export function RigDrawing({
  setup,
  kept,
  noted,
  onSetup,
}: {
  setup: RigSetup;
  /** The setup as it was saved. */
  kept: RigSetup;
  /** Somebody has noted it; else it is drawn as is usual, and looks it. */
  noted: boolean;
  /** Null where it is only looked at. */
  onSetup: ((setup: RigSetup) => void) | null;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const depth = setup.roomDepthCm;
  // The part of the room that is in use, by the setup as it was kept: the view stands still while something is dragged.
  const inUse = placeOf(kept, 'meter').x + 130;
  const across = Math.min(depth, Math.max(260, BEHIND_CM + inUse));
  const tallest = Math.max(kept.meterHeightCm, kept.probeHeightCm, kept.coolerHeightCm);
  const height = Math.min(setup.roomHeightCm, Math.max(150, tallest + 45));
  const pad = 14;
  const y = (cm: number) => height - cm;
  const meter = placeOf(setup, 'meter');
  const cooler = placeOf(setup, 'cooler');
  const text = Math.max(6, Math.min(across, height * 2) / 38);
  // Text keeps a rim of the ground, so that lines below it do not cross it out.
  const rim = { paintOrder: 'stroke', stroke: 'var(--color-raised)', strokeWidth: text / 3 } as const;

  const tableCm = setup.coolerHeightCm - 12;
  // The probe's words stand under it; where the table's edge would cross them, under that.
  const underProbe = 17 + text * 0.9;
  const edge = setup.probeHeightCm - tableCm;
  const probeWords = Math.abs(edge - (underProbe - text * 0.35)) < text ? edge + text * 1.4 : underProbe;

  const drawn = { svg, setup, heightCm: height, onSetup };

  return (
    <svg
      ref={svg}
      viewBox={`${-BEHIND_CM - pad} ${-pad} ${across + 2 * pad} ${height + 2 * pad + text}`}
      className="h-full w-full select-none max-sm:text-[11px]"
      aria-label="The bench from the side, to scale"
      role="group"
      fontSize={text}
      fill="var(--color-ink)"
    >
      <Scenery {...{ across, height, noted }} tableCm={tableCm} isCased={setup.enclosure !== 'open'} />
      {/* the distance that levels are stated at */}
      <g stroke="var(--color-act)" strokeWidth={1.3}>
        <path d={`M0 ${y(cooler.y)}L${meter.x} ${y(meter.y)}`} strokeDasharray="5 4" />
      </g>
      <text
        x={(cooler.x + meter.x) / 2}
        y={y((cooler.y + meter.y) / 2) - text * 0.7}
        textAnchor="middle"
        style={rim}
        fill="var(--color-act)"
        fontWeight={700}
      >
        {setup.meterDistanceCm} cm
      </text>
      <Handle {...drawn} place="cooler" says={`${setup.coolerHeightCm} cm high`}>
        <rect
          x={-14}
          y={-14}
          width={28}
          height={28}
          fill="var(--color-ground)"
          stroke="var(--color-ink)"
          strokeWidth={2}
        />
        <circle r={11} fill="none" stroke="var(--color-ink)" strokeWidth={1.5} />
        {[0, 60, 120, 180, 240, 300].map((turn) => (
          <path
            key={turn}
            d="M0 0Q6 -5 4 -11"
            fill="none"
            stroke="var(--color-ink)"
            strokeWidth={1.5}
            transform={`rotate(${turn})`}
          />
        ))}
        <text x={-19} y={text * 0.35} textAnchor="end" style={rim}>
          cooler, {setup.coolerHeightCm} cm
        </text>
      </Handle>
      <path
        d={`M${meter.x} ${y(meter.y) + 8}V${height - 22}m0 0l-16 22m16 -22l16 22`}
        stroke="var(--color-ink2)"
        strokeWidth={2}
        fill="none"
      />
      <Handle
        {...drawn}
        place="meter"
        says={`${setup.meterDistanceCm} cm from the cooler, ${setup.meterHeightCm} cm high`}
      >
        <rect x={-5} y={-7} width={22} height={14} rx={3} fill="var(--color-act)" />
        <circle cx={-8} r={6} fill="var(--color-act)" />
        <text x={22} y={text * 0.35} style={rim}>
          meter, {setup.meterHeightCm} cm high
        </text>
      </Handle>
      <Handle
        {...drawn}
        place="probe"
        says={`${setup.probeDistanceCm} cm from the cooler, ${setup.probeHeightCm} cm high`}
      >
        <circle r={12} fill="transparent" />
        <path d="M0 -10V10" stroke="var(--curve-0)" strokeWidth={3.5} strokeLinecap="round" />
        <circle cy={10} r={5} fill="var(--curve-0)" />
        <text x={0} y={probeWords} textAnchor="middle" style={rim}>
          room probe, {setup.probeDistanceCm} cm
        </text>
      </Handle>
      <text x={-BEHIND_CM} y={height + text * 1.25} fill="var(--color-ink2)">
        {noted
          ? `from the side, to scale; the room is ${depth} × ${setup.roomHeightCm} cm`
          : 'a typical bench: yours is not saved yet'}
      </text>
    </svg>
  );
}
