import type { CurvesData } from '@/lab/orders/curvesPage';

/** What else there is of the same curves, each a page of its own. */
export function OtherViews({
  data,
  load,
  lineAt,
  isRise,
}: {
  data: Pick<CurvesData, 'roundUpId' | 'against' | 'responses' | 'response' | 'hasFlow'>;
  /** Key of the load. */
  load: string;
  lineAt: number;
  isRise: boolean;
}) {
  const isNoise = data.against === 'noise';
  const at = new URLSearchParams({ load });
  if (isNoise) at.set('line', String(lineAt));
  const judged = new URLSearchParams(at);
  if (!isRise) judged.set('what', data.response.id);
  const views = [
    { path: 'side', words: 'Side by side', isThere: data.responses.length > 1 },
    { path: `judgement?${judged}`, words: 'What the numbers can bear', isThere: isNoise },
    { path: `schools?${at}`, words: 'Schools', isThere: isRise },
    { path: 'weights', words: 'Over all loads', isThere: isRise },
    { path: `grid?${at}`, words: 'Heatsinks and fans', isThere: isRise },
    { path: 'sound', words: 'Sound', isThere: true },
    { path: 'air', words: 'Pressure and flow', isThere: data.hasFlow },
  ];
  return views
    .filter(({ isThere }) => isThere)
    .map(({ path, words }) => (
      <a
        key={words}
        className="label-text underline underline-offset-3"
        href={`/round-ups/${data.roundUpId}/curves/${path}`}
      >
        {words}
      </a>
    ));
}
