import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { today } from '@/app/today';
import { AXES } from '@/core/curves/axis';
import { viewValue } from '@/lab/orders/valueView';
import { verdictQuery } from '@/lab/orders/verdictView';
import { ValueStage } from '@/stages/value/valueStage';
import { choiceOf } from '../verdictChoice';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function ValuePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { verdict, valued, perUnitOf } = await viewValue(view, verdictQuery(await searchParams));
  const { response, against, place } = verdict.shown;
  const at = new Map(view.entries.map(({ entry, product }, position) => [entry, { product, position }]));
  const { decimals, unit } = AXES[against];
  const what = response.throttles ? 'cooling' : [response.name, place].filter(Boolean).join(', ');
  return (
    <ValueStage
      data={{
        roundUpId: id,
        choice: choiceOf(verdict),
        loadLabel: verdict.chosen.label,
        what: response.throttles ? 'Rise' : response.name,
        heading: `${what} at ${verdict.lineAt.toFixed(decimals)} ${unit}`,
        ...{ unit: response.unit, decimals: response.decimals, better: response.better, perUnitOf },
        currency: view.brief.limits.currency,
        region: view.brief.region,
        today: today(),
        items: valued.map(({ placed, ...item }) => ({
          ...item,
          ...at.get(item.entry)!,
          place: placed && {
            ...{
              from: placed.placeFrom,
              to: placed.placeTo,
              value: placed.value,
              interval95: placed.interval95,
            },
            ...{ levelDb: placed.levelDb, holds: placed.status !== 'throttled' },
          },
        })),
      }}
    />
  );
}
