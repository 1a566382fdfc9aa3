import Link from 'next/link';
import { uploadIdFrom } from '@/app/uploadId';
import { checkUpload } from '@/lab/checkUpload';
import { listLabRoundUps, listLabTarget } from '@/lab/listLabRoundUps';
import { BundleCheck } from '@/stages/bring/bundleCheck';
import { LogsCheck } from '@/stages/bring/logsCheck';
import { Header } from '@/ui/header';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Check what came' };

interface Props {
  params: Promise<{ upload: string }>;
  searchParams: Promise<{ roundUp?: string | string[] }>;
}

export default async function CheckPage({ params, searchParams }: Props) {
  const uploadId = uploadIdFrom((await params).upload);
  const { roundUp } = await searchParams;
  const check = await checkUpload(uploadId);
  const roundUps = check?.kind === 'logs' ? await listLabRoundUps() : [];
  const targets = new Map(
    await Promise.all(roundUps.map(async (of) => [of.id, await listLabTarget(of.id)] as const)),
  );
  const asked = roundUps.find((of) => String(of.id) === roundUp);
  return (
    <>
      <Header title="Check what came" under="nothing is written yet" />
      <main id="main" tabIndex={-1} className="px-4 pt-5 pb-8 md:px-7">
        {!check && (
          <p>
            Nothing is here any more: it was imported, stopped, or lay for a day.{' '}
            <Link className="underline" href="/bring">
              Bring it again
            </Link>
          </p>
        )}
        {check?.kind === 'bundle' && <BundleCheck data={{ ...check, uploadId }} />}
        {check?.kind === 'logs' && (
          <LogsCheck
            uploadId={uploadId}
            files={check.files.map(({ id, path }) => ({ id, path }))}
            roundUps={roundUps.map(({ id, title }) => ({ id, title, ...targets.get(id)! }))}
            roundUpId={asked?.id ?? null}
          />
        )}
      </main>
    </>
  );
}
