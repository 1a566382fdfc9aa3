import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { plural } from '@/ui/marks/figures';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { Button } from '@/ui/frame/button';

interface Problem {
  file: string;
  line?: number | undefined;
  column?: string | undefined;
  message: string;
}

/** How many are compared, and what brings more or takes them out: a block, a CSV, its faults line by line. */
export function LineUpHead({
  roundUpId,
  items,
  onPaste,
}: {
  roundUpId: number;
  items: LineUpItem[];
  onPaste: () => void;
}) {
  const router = useRouter();
  const base = `/api/round-ups/${roundUpId}`;
  const [fault, setFault] = useState('');
  const [problems, setProblems] = useState<Problem[]>([]);
  const file = useRef<HTMLInputElement>(null);

  async function bring(picked: File | undefined) {
    if (!picked) return;
    setProblems([]);
    const answer = await sendJson<{ problems: Problem[]; added: number; there: number }>(
      `${base}/line-up`,
      'POST',
      {
        who: whoIsHere(),
        csv: await picked.text(),
      },
    );
    if (!answer.ok) {
      setFault(answer.message);
      setProblems(answer.body.problems ?? []);
      return;
    }
    setFault('');
    notice.done(
      `${plural(Number(answer.body.added), 'entry', 'entries')} added, ${String(answer.body.there)} there already`,
    );
    router.refresh();
  }

  return (
    <>
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <h2 className="font-display text-[22px] font-bold">{plural(items.length, 'entry', 'entries')}</h2>
        <div className="ml-auto flex gap-2">
          <input
            ref={file}
            type="file"
            accept=".csv,text/csv"
            className="sr-only"
            aria-label="Line-up as CSV"
            onChange={(event) => {
              void bring(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
          <Button onClick={onPaste}>Paste</Button>
          <Button onClick={() => file.current!.click()}>Import a CSV</Button>
          <a className="quiet-button" href={`/round-ups/${roundUpId}/line-up/csv`} download>
            CSV
          </a>
        </div>
      </div>
      {fault && (
        <div role="alert" className="pb-2 text-[14px] text-bad">
          ▲ {fault}
          <ul className="pl-4">
            {problems.map((problem, i) => (
              <li key={i}>
                {problem.file}
                {problem.line !== undefined && `, line ${problem.line}`}
                {problem.column && `, ${problem.column}`}: {problem.message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
