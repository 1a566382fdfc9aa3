'use client';

import { format } from 'date-fns';
import { useRouter } from 'next/navigation';
import { notice } from '@/ui/frame/notice';
import type { DeletedRun } from '@/core/runs/deletedRun';
import { loadLabel } from '@/core/runs/load';
import { sendEdits } from './sendEdits';
import { Heads, num, unseen } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';
import { Button } from '@/ui/frame/button';

/** Runs that were deleted: they stay in the lab, and can be brought back. */
export function DeletedRuns({ roundUpId, runs }: { roundUpId: number; runs: DeletedRun[] }) {
  const router = useRouter();
  async function bringBack(run: DeletedRun) {
    const result = await sendEdits(roundUpId, [
      { run: run.id, version: run.version, changes: { deleted: false } },
    ]);
    if ('trouble' in result)
      notice.refused(
        result.trouble.kind === 'failed' ? result.trouble.message : 'Somebody has changed it meanwhile.',
      );
    else notice.say(`Run ${run.label} is back in the logbook`);
    router.refresh();
  }
  if (runs.length === 0) return <p className="py-8">Nothing has been deleted here.</p>;
  return (
    <Scrolled label="Deleted runs" className="min-h-0 flex-1">
      <table className="figure-table max-w-4xl">
        <Heads
          of={['Run', 'Entry', 'Load', 'Fans', num('Mount'), num('Pass'), 'Deleted', unseen('Restore')]}
        />
        <tbody>
          {runs.map((run) => (
            <tr key={run.id}>
              <td className="text-ink2">{run.label}</td>
              <td className="max-w-60 truncate" dir="auto">
                {run.product}
              </td>
              <td className="whitespace-nowrap">{loadLabel(run)}</td>
              <td className="whitespace-nowrap">{run.setting}</td>
              <td className="num">{run.mount}</td>
              <td className="num">{run.pass}</td>
              <td className="whitespace-nowrap text-ink2">{format(run.deletedAt, 'd MMM yyyy, HH:mm')}</td>
              <td className="num">
                <Button onClick={() => void bringBack(run)}>Restore</Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}
