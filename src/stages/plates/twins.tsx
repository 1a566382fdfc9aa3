import type { Flatness } from '@/core/plate/flatness';
import { samplesApart } from '@/core/plate/samplesApart';
import { figure } from '@/ui/marks/figures';
import type { PlateItem } from '@/lab/lineUp/plates';

interface Measured {
  item: PlateItem;
  flat: Flatness;
}

/** Two samples of one product, laid on one another. */
export function Twins({ twins }: { twins: readonly (readonly Measured[])[] }) {
  return (
    <>
      {twins.map((group) => (
        <p key={group[0]!.item.productId} className="pt-2 text-[14.5px]">
          {group.slice(1).map(({ item, flat }) => {
            const { peakToValleyUm, shapeRmsUm } = samplesApart(group[0]!.flat, flat);
            return (
              <span key={item.entry} className="block">
                <span dir="auto">{group[0]!.item.product}</span> and <span dir="auto">{item.product}</span>,
                two samples of one product: {figure(peakToValleyUm, 0)} µm apart from peak to valley
                {shapeRmsUm === null
                  ? '; no place was measured of both'
                  : `, ${figure(shapeRmsUm, 1)} µm rms between their shapes`}
                .
              </span>
            );
          })}
        </p>
      ))}
    </>
  );
}
