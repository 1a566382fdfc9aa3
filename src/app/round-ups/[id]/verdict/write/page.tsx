import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { timeWords } from '@/app/timeWords';
import { viewWriting } from '@/lab/publish/writeView';
import { WriteStage } from '@/stages/write/writeStage';

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const { published, history, ...found } = await viewWriting(view);
  const now = new Date();
  const over = (at: Date | null) => at !== null && at.getTime() <= now.getTime();
  return (
    <WriteStage
      data={{
        ...found,
        roundUpId: id,
        embargo: view.brief.embargo > now.toISOString().slice(0, 10) ? view.brief.embargo : '',
        history: history.map(({ changedAt, ...change }) => ({ ...change, changedAt: timeWords(changedAt) })),
        entries: view.entries.map(({ entry, product }, position) => ({ entry, product, position })),
        versions: published.versions.map(({ version, publishedAt, who, embargoUntil, reason, changes }) => ({
          ...{ version, who, reason, changes, publishedAt: timeWords(publishedAt) },
          embargoUntil: embargoUntil ? timeWords(embargoUntil) : '',
          isHeld: embargoUntil !== null && !over(embargoUntil),
        })),
        links: published.links.map(({ token, version, endsAt, revokedAt }) => ({
          ...{ token, version, isOpen: revokedAt === null && !over(endsAt) },
          endsAt: endsAt ? timeWords(endsAt) : '',
          revokedAt: revokedAt ? timeWords(revokedAt) : '',
        })),
      }}
    />
  );
}
