import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { FullSpeedLead } from '@/core/ranking/fullSpeed';
import { placesInWords } from '@/core/words';
import { figure } from '@/ui/marks/figures';

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
  const { overLineDb, placesAtLine, value } = lead;
  return (
    <p className="pt-2 text-[14.5px]">
      <span dir="auto">{product}</span> is first at full speed:{' '}
      {figure(scale.offset + scale.factor * value, scale.decimals)} {scale.unit}
      {Math.abs(overLineDb) >= 0.05 &&
        `, ${figure(Math.abs(overLineDb), 1)} dB ${overLineDb > 0 ? 'above' : 'below'} the noise line`}
      .
      {placesAtLine
        ? ` At the line it is ${placesInWords(...placesAtLine)}.`
        : ' At the line it is not ranked.'}
    </p>
  );
}
