'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { parseAsString, useQueryState } from 'nuqs';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { OWN_CASE, roomInCase, type LabCase } from '@/core/cases/labCase';
import { configuredSize } from '@/core/lineUp/configuredSize';
import type { KnownProduct } from '@/lab/lineUp/changeLineUp';
import { hasPlate, type ProductKind } from '@/core/lineUp/product';
import { plural } from '@/ui/marks/figures';
import { UNDO_MS } from '@/ui/useAct';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { PastePanel } from '../paste/pastePanel';
import { usePaste } from '../paste/usePaste';
import { CoveredPanel } from './coveredPanel';
import { EntryPanel } from './entryPanel';
import type { OfferedToRoundUp } from '@/lab/lineUp/fromTheLab';
import { FromTheLab } from './fromTheLab';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { LineUpRow } from './lineUpRow';
import { NewEntry } from './newEntry';

interface Problem {
  file: string;
  line?: number | undefined;
  column?: string | undefined;
  message: string;
}

/** What of a cooler finds no room in the case that it is compared in; a case is not held against itself. */
function outOfItsCase(item: LineUpItem, labCases: Record<string, LabCase>): string[] {
  const labCase = labCases[item.code];
  if (!labCase || item.product.body.kind === 'case-layout') return [];
  return roomInCase(configuredSize(item.product.body, item.entry.body), labCase);
}

/** Products, samples and entries: what is compared, and what is known of each. */
export function LineUpStage({
  roundUpId,
  items,
  offers,
  today,
  kind,
  known,
  airspeeds,
  enclosure,
  labCases,
}: {
  roundUpId: number;
  items: LineUpItem[];
  offers: OfferedToRoundUp[];
  today: string;
  /** What a new entry most likely is, and the products that the lab has. */
  kind: ProductKind;
  known: KnownProduct[];
  /** Airspeed in the open of fans that this lab has measured, by name in lower case, m/s. */
  airspeeds: [string, number][];
  /** What the rig stands in, and what the lab knows of the case of each entry, by its code. */
  enclosure: string;
  labCases: Record<string, LabCase>;
}) {
  const router = useRouter();
  const measured = useMemo(() => new Map(airspeeds), [airspeeds]);
  const base = `/api/round-ups/${roundUpId}`;
  const [open, setOpen] = useQueryState(
    'entry',
    parseAsString.withDefault('').withOptions({ history: 'replace' }),
  );
  const [fault, setFault] = useState('');
  const [pasting, setPasting] = usePaste('entries');
  const [problems, setProblems] = useState<Problem[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const chosen = items.find((item) => item.code === open);
  // Behind a cover nothing is kept longer than it is looked at.
  const [behind, setBehind] = useState<LineUpItem | null>(null);
  const seen = chosen?.covered && behind?.entryId === chosen.entryId ? behind : null;

  async function setControl(item: LineUpItem, isControl: boolean) {
    const change = (to: boolean) =>
      sendJson(`${base}/entries/${item.entryId}`, 'PATCH', { who: whoIsHere(), isControl: to });
    const answer = await change(isControl);
    if (!answer.ok) return void toast.error(answer.message);
    toast.success(isControl ? `${item.shownName} is a control` : `${item.shownName} is no control any more`, {
      duration: UNDO_MS,
      action: { label: 'Undo', onClick: () => void change(!isControl).then(() => router.refresh()) },
    });
    router.refresh();
  }

  async function bring(picked: File | undefined) {
    if (!picked) return;
    setProblems([]);
    const answer = await sendJson(`${base}/line-up`, 'POST', { who: whoIsHere(), csv: await picked.text() });
    if (!answer.ok) {
      setFault(answer.message);
      setProblems((answer.body.problems as Problem[] | undefined) ?? []);
      return;
    }
    setFault('');
    toast.success(
      `${plural(Number(answer.body.added), 'entry', 'entries')} added, ${String(answer.body.there)} there already`,
    );
    router.refresh();
  }

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-4 pb-4 md:px-7 lg:flex-row">
      <section className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label="Line-up">
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
            <button
              type="button"
              className="quiet-button"
              onClick={() => setPasting({ kind: 'entries', text: '' })}
            >
              Paste
            </button>
            <button type="button" className="quiet-button" onClick={() => file.current!.click()}>
              Bring a CSV
            </button>
            {items.some((item) => hasPlate(item.product.body.kind)) && (
              <Link className="quiet-button" href={`/round-ups/${roundUpId}/line-up/plates`}>
                Plates
              </Link>
            )}
            <a className="quiet-button" href={`/round-ups/${roundUpId}/line-up/csv`} download>
              CSV
            </a>
          </div>
        </div>
        {pasting && (
          <PastePanel
            key={pasting.text}
            roundUpId={roundUpId}
            pasting={pasting}
            kinds={items.length > 0 ? ['entries', 'prices'] : ['entries']}
            onKind={(kind) => setPasting({ ...pasting, kind })}
            onClose={() => setPasting(null)}
          />
        )}
        <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Entries">
          {items.length === 0 ? (
            <p className="py-6">
              Nothing to compare yet. Name the first product below, paste a block from a spreadsheet (Ctrl V),
              or bring a CSV. The first is taken as the control, which is re-tested to watch the rig.
            </p>
          ) : (
            <table className="figure-table min-w-[720px] [&_td]:py-1.5">
              <thead>
                <tr>
                  <th scope="col">
                    <span className="sr-only">Open</span>
                  </th>
                  <th scope="col">Product</th>
                  {!chosen && <th scope="col">Maker</th>}
                  {!chosen && <th scope="col">Kind</th>}
                  <th scope="col">Fans</th>
                  <th scope="col" className="num">
                    Height, mm
                  </th>
                  <th scope="col" className="num">
                    Memory, mm
                  </th>
                  <th scope="col" className="num">
                    Price
                  </th>
                  <th scope="col">Sample</th>
                  <th scope="col">Control</th>
                  <th scope="col" className="num">
                    Runs
                  </th>
                </tr>
              </thead>
              <tbody>
                {items.map((item, place) => (
                  <LineUpRow
                    key={item.entryId}
                    item={item}
                    place={place}
                    noRoom={outOfItsCase(item, labCases)}
                    chosen={item === chosen}
                    narrow={chosen !== undefined}
                    onChoose={() => {
                      setBehind(null);
                      void setOpen(item === chosen ? null : item.code);
                    }}
                    onControl={(flag) => void setControl(item, flag)}
                  />
                ))}
              </tbody>
            </table>
          )}
        </div>
        {fault && (
          <div role="alert" className="pt-2 text-[14px] text-bad">
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
        <FromTheLab roundUpId={roundUpId} offers={offers} />
        <NewEntry roundUpId={roundUpId} kind={kind} known={known} />
      </section>
      {chosen?.covered && !seen && (
        <CoveredPanel
          key={chosen.entryId}
          roundUpId={roundUpId}
          item={chosen}
          place={items.indexOf(chosen)}
          onSeen={setBehind}
        />
      )}
      {chosen && (seen ?? !chosen.covered) && (
        <EntryPanel
          key={chosen.entryId}
          roundUpId={roundUpId}
          item={seen ?? chosen}
          place={items.indexOf(chosen)}
          today={today}
          inCase={{
            others: items
              .filter((item) => item !== chosen && item.entry.body.layout.length > 0)
              .map((item) => ({ name: item.shownName, layout: item.entry.body.layout })),
            airspeeds: measured,
            labCase: labCases[chosen.code] ?? null,
            enclosure: enclosure === OWN_CASE ? chosen.product.body.name : enclosure,
          }}
          onGone={() => void setOpen(null)}
          onMade={() => void setOpen(null)}
        />
      )}
    </div>
  );
}
