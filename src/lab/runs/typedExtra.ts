import { SCORE_COLUMNS, TYPED_MEANS } from '@/core/responses/typedMeans';

export interface TypedMore {
  more?: Record<string, number | null | undefined> | undefined;
  score?: { value: number; unit: string; better: 'higher' | 'lower' } | null | undefined;
}

/** What a run keeps beside its columns, by their names in runs.csv, with what was typed put in; what was emptied goes. */
export function typedExtra(
  before: Record<string, string>,
  { more, score }: TypedMore,
): Record<string, string> {
  const extra = { ...before };
  for (const { heading } of TYPED_MEANS) {
    const value = more?.[heading];
    if (value === null) delete extra[heading];
    else if (value !== undefined) extra[heading] = String(value);
  }
  if (score === null) for (const name of SCORE_COLUMNS) delete extra[name];
  else if (score !== undefined)
    Object.assign(extra, { score: String(score.value), score_unit: score.unit, score_better: score.better });
  return extra;
}

/** What differs between two of them, as a change log tells it. */
export function extraChanges(
  was: Record<string, string>,
  isNow: Record<string, string>,
): { what: string; was: string; isNow: string }[] {
  const names = new Map<string, string>([
    ...TYPED_MEANS.map(({ heading, label }) => [heading, label.toLowerCase()] as const),
    ...SCORE_COLUMNS.map((name) => [name, name.replace('_', ', ')] as const),
  ]);
  return [...names]
    .filter(([name]) => (was[name] ?? '') !== (isNow[name] ?? ''))
    .map(([name, what]) => ({ what, was: was[name] ?? '', isNow: isNow[name] ?? '' }));
}

/** Whether something was typed that a run can stand on without its die. */
export function hasTypedValue(extra: Record<string, string>): boolean {
  return extra.score !== undefined || TYPED_MEANS.some(({ heading }) => extra[heading] !== undefined);
}
