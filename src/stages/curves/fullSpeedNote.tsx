import type { ShownScale } from '@/core/curves/shownScale';
import type { FullSpeedLead } from '@/core/ranking/fullSpeed';
import { figure } from '@/ui/figures';

/** Who would be first if loudness did not count, and what it costs. */
export function FullSpeedNote({
  lead,
  product,
  scale,
}: {
  lead: FullSpeedLead;
  product: string;
  scale: ShownScale;
}) {
  const louder =
    lead.overLineDb > 0.05
      ? ` with ${figure(lead.overLineDb, 1)} dB more`
      : `, at ${figure(lead.levelDb, 1)} dB(A)`;
  return (
    <p className="pt-2 text-[14.5px]">
      <span dir="auto">{product}</span> is first at full speed,{' '}
      {figure(scale.offset + scale.factor * lead.value, scale.decimals)} {scale.unit}
      {louder}
      {lead.placeAtLine === null
        ? '; at the line it has no place.'
        : `; at the line its place is ${lead.placeAtLine}.`}
    </p>
  );
}
