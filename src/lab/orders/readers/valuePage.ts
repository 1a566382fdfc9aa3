import { valueAnswer } from '@/core/judgement/readers/valueAnswer';
import { AXES } from '@/core/curves/axis';
import { sentence } from '@/core/words';
import { placedEntries } from '@/lab/model/pageEntries';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { viewValue } from './valueView';
import { choiceOf } from '../verdictPage';
import type { VerdictQuery } from '../verdictView';

/** What each entry costs against what it does, at a line. */
export async function valuePage(view: RoundUpView, query: VerdictQuery) {
  const { verdict, valued, perUnitOf } = await viewValue(view, query);
  const { response, against, place } = verdict.shown;
  const at = new Map(placedEntries(view).map((entry) => [entry.entry, entry]));
  const { decimals, unit } = AXES[against];
  const what = response.throttles ? 'cooling' : [response.name, place].filter(Boolean).join(', ');
  return {
    roundUpId: view.roundUp.id,
    choice: choiceOf(verdict),
    loadLabel: verdict.chosen.label,
    /** What is ranked, in a word. */
    what: response.throttles ? 'Rise' : response.name,
    heading: sentence(`${what} at ${verdict.lineAt.toFixed(decimals)} ${unit}`),
    answer: valueAnswer(
      valued.flatMap(({ standing }) => standing ?? []),
      (entry) => at.get(entry)!.product,
      { currency: view.brief.limits.currency, unit: response.unit },
    ),
    unit: response.unit,
    decimals: response.decimals,
    better: response.better,
    perUnitOf,
    currency: view.brief.limits.currency,
    region: view.brief.region,
    items: valued.map(({ placed, ...item }) => ({
      ...item,
      ...at.get(item.entry)!,
      place: placed && {
        from: placed.placeFrom,
        to: placed.placeTo,
        value: placed.value,
        interval95: placed.interval95,
        levelDb: placed.levelDb,
        holds: placed.status !== 'throttled',
      },
    })),
  };
}

export type ValueData = Awaited<ReturnType<typeof valuePage>> & { today: string };
export type ValueItem = ValueData['items'][number];
