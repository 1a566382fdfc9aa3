import { Link } from '@/ui/frame/link';
import { Suspense } from 'react';
import { workIdFrom } from '@/app/answers/workId';
import { checkAside } from '@/lab/work/work';
import { listLabRoundUps, listLabTarget } from '@/lab/roundUps/listLabRoundUps';
import { BundleCheck } from '@/stages/bring/bundleCheck';
import { LogsCheck } from '@/stages/bring/evening/logsCheck';
import { WorkProgress } from '@/ui/upload/workProgress';
import { Header } from '@/ui/frame/header';
import { WakingPage } from '@/ui/frame/wakingPage';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Check what came' };

interface Props {
  params: Promise<{ upload: string }>;
  searchParams: Promise<{ roundUp?: string | string[] }>;
}

async function Checked({ uploadId, roundUp }: { uploadId: string; roundUp: string | string[] | undefined }) {
  const check = await checkAside(uploadId);
  if (!check)
    return (
      <p>
        Nothing is here any more: it was imported, stopped, or lay for a day.{' '}
        <Link className="underline" href="/bring">
          Import it again
        </Link>
      </p>
    );
  if (check.kind === 'bundle') return <BundleCheck data={{ ...check, uploadId }} />;
  const roundUps = await listLabRoundUps();
  const targets = new Map(
    await Promise.all(
      roundUps.map(async (roundUp) => [roundUp.id, await listLabTarget(roundUp.id)] as const),
    ),
  );
  return (
    <LogsCheck
      uploadId={uploadId}
      files={check.files.map(({ id, path }) => ({ id, path }))}
      roundUps={roundUps.map(({ id, title }) => ({ id, title, ...targets.get(id)! }))}
      roundUpId={roundUps.find((summary) => String(summary.id) === roundUp)?.id ?? null}
    />
  );
}

export default async function CheckPage({ params, searchParams }: Props) {
  const uploadId = workIdFrom((await params).upload);
  const { roundUp } = await searchParams;
  return (
    <>
      <Header title="Check what came" under="nothing is written yet" />
      <main id="main" tabIndex={-1} className="px-4 pt-5 pb-8 md:px-7">
        <Suspense fallback={<WorkProgress uploadId={uploadId} />}>
          <WakingPage>
            <Checked uploadId={uploadId} roundUp={roundUp} />
          </WakingPage>
        </Suspense>
      </main>
    </>
  );
}
