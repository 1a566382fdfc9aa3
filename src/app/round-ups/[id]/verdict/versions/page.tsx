import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import type { Query } from '@/app/numberIn';
import { timeWords } from '@/core/timeWords';
import { versionChanges } from '@/core/verdict/versionChanges';
import { viewPublished } from '@/lab/publish/shares';
import { PageLine } from '@/stages/desk/pageLine';
import { VersionsTable } from '@/stages/versions/versionsTable';

export const metadata = { title: PAGES.versions.name };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

/** Two published versions beside one another. */
export default async function VersionsPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const { versions } = await viewPublished(id);
  const [older, newer] = versions.slice(-2);
  if (!older) notFound();
  const chosen = (name: string, otherwise: (typeof versions)[number]) =>
    versions.find(({ version }) => String(version) === [query[name]].flat()[0]) ?? otherwise;
  const one = chosen('one', older);
  const other = chosen('other', newer ?? older);
  const plain = ({ version, publishedAt, reason, figures }: typeof one) => ({
    ...{ version, reason, figures },
    publishedAt: timeWords(publishedAt),
  });
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine />
      <VersionsTable
        all={versions.map(({ version }) => version)}
        one={plain(one)}
        other={plain(other)}
        changes={versionChanges(one.figures, other.figures)}
      />
    </div>
  );
}
