import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { RUN_RULES } from '@/core/drift/runRules';
import { viewWatch } from '@/lab/drift/watchView';
import { WatchStage } from '@/stages/watch/watchStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

const RULES = new Map(RUN_RULES.map(({ id, says }) => [id, says]));

export default async function WatchPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const wanted = [(await searchParams).what].flat()[0];
  const found = await viewWatch(view, wanted);
  const { response, responses, courses, instruments, ...rest } = found;
  return (
    <WatchStage
      data={{
        ...rest,
        roundUpId: id,
        response: { id: response.id, name: response.name, unit: response.unit, decimals: response.decimals },
        responses: responses.map(({ id: other, name }) => ({ id: other, name })),
        courses: courses.map((course) => ({
          ...course,
          points: course.points.map((point) => ({
            ...point,
            says: point.broken.map((rule) => RULES.get(rule)!).join('; '),
          })),
        })),
        instruments: instruments.map((course) => ({
          ...course,
          points: course.points.map((point) => ({
            ...{ ...point, revision: 0, mount: 0, uncertainty: null, runs: [] },
            says: point.broken.map((rule) => RULES.get(rule)!).join('; '),
          })),
        })),
      }}
    />
  );
}
