import { BEHIND_CM } from '@/core/rig/rigSetup';

/** The room and the table, with the case where there is one; broken where nobody has noted them. Lengths in cm. */
export function Scenery({
  across,
  height,
  tableCm,
  isCased,
  noted,
}: {
  across: number;
  height: number;
  tableCm: number;
  isCased: boolean;
  noted: boolean;
}) {
  const guess = noted ? undefined : '5 4';
  const y = (cm: number) => height - cm;
  return (
    <>
      <rect
        x={-BEHIND_CM}
        y={0}
        width={across}
        height={height}
        fill="var(--color-raised)"
        stroke="var(--hairline)"
        strokeWidth={1.5}
        strokeDasharray={guess}
      />
      <path
        d={`M${-BEHIND_CM} ${height}H${across - BEHIND_CM}`}
        stroke="var(--color-ink)"
        strokeWidth={2.5}
      />
      {/* table */}
      <path
        d={`M-55 ${y(tableCm)}H45M-48 ${y(tableCm)}V${height}M38 ${y(tableCm)}V${height}`}
        stroke="var(--color-ink2)"
        strokeWidth={3}
        strokeDasharray={guess}
      />
      {isCased && (
        <rect
          x={-32}
          y={y(tableCm + 48)}
          width={60}
          height={48}
          fill="none"
          stroke="var(--color-ink2)"
          strokeWidth={2}
        />
      )}
    </>
  );
}
