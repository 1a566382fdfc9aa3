'use client';

import { useMemo } from 'react';
import { tradeOff } from '@/core/ranking/tradeOff';
import type { ValueData } from '@/lab/orders/readers/valuePage';
import { figure } from '@/ui/marks/figures';
import { TradeChart, type TradeAxis } from '../desk/tradeChart';

/** Price against what is ranked, each price with its range of the last weeks and each value with its interval: the dashed line joins those that no cheaper one equals; pale ones may trail by chance. */
export function PricePicture({ data }: { data: ValueData }) {
  const { items, what, unit, decimals, currency, better } = data;
  const points = useMemo(
    () =>
      tradeOff(
        items.flatMap(({ entry, place, price, span, standing }) =>
          place && price !== null && standing
            ? [{ entry, x: price, x95: 0, xSpan: span, y: place.value, y95: place.interval95 }]
            : [],
        ),
        'lower',
        better,
      ),
    [items, better],
  );
  const byEntry = useMemo(() => new Map(items.map((item) => [item.entry, item])), [items]);
  const axes = useMemo(
    (): { x: TradeAxis; y: TradeAxis } => ({
      x: { title: `price, ${currency}`, tick: (value) => figure(value, 0) },
      y: { title: `${what}, ${unit}`, tick: (value) => figure(value, unit === 'K' ? 0 : decimals) },
    }),
    [what, unit, decimals, currency],
  );
  if (points.length < 2) return null;
  return (
    <div className="h-[380px] w-full min-[1800px]:h-[520px] min-[2400px]:h-[720px] min-w-0 overflow-hidden lg:flex-1">
      <TradeChart points={points} x={axes.x} y={axes.y} entries={byEntry} />
    </div>
  );
}
