import { useRouter } from 'next/navigation';
import { notice } from '@/ui/frame/notice';
import { roomInCase, type LabCase } from '@/core/cases/labCase';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { UNDO_MS } from '@/ui/useAct';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { LineUpRow } from './lineUpRow';
import { Heads, num, unseen } from '@/ui/frame/heads';

/** What of a cooler finds no room in the case that it is compared in; a case is not held against itself. */
function outOfItsCase(item: LineUpItem, labCases: Record<string, LabCase>): string[] {
  const labCase = labCases[item.code];
  const size = configuredSize(item.product.body, item.entry.body);
  return labCase && !size.isCase ? roomInCase(size, labCase) : [];
}

/** The entries of a line-up: one is opened beside it, a control is named in its row. */
export function EntriesTable({
  roundUpId,
  items,
  labCases,
  chosen,
  onChoose,
}: {
  roundUpId: number;
  items: LineUpItem[];
  /** What the lab knows of the case of each entry, by its code. */
  labCases: Record<string, LabCase>;
  chosen: LineUpItem | undefined;
  onChoose: (item: LineUpItem) => void;
}) {
  const router = useRouter();
  const base = `/api/round-ups/${roundUpId}`;

  async function setControl(item: LineUpItem, isControl: boolean) {
    const change = (to: boolean) =>
      sendJson(`${base}/entries/${item.entryId}`, 'PATCH', { who: whoIsHere(), isControl: to });
    const answer = await change(isControl);
    if (!answer.ok) return void notice.refused(answer.message);
    notice.done(isControl ? `${item.shownName} is a control` : `${item.shownName} is no control any more`, {
      duration: UNDO_MS,
      action: { label: 'Undo', onClick: () => void change(!isControl).then(() => router.refresh()) },
    });
    router.refresh();
  }

  return (
    <table className="figure-table min-w-[720px] [&_td]:py-1.5">
      <Heads
        of={[
          unseen('Open'),
          'Product',
          !chosen && 'Maker',
          !chosen && 'Kind',
          'Fans',
          ...[num('Height, mm'), num('Memory, mm'), num('Price')],
          ...['Sample', 'Control'],
          num('Runs'),
        ]}
      />
      <tbody>
        {items.map((item, place) => (
          <LineUpRow
            key={item.entryId}
            item={item}
            place={place}
            noRoom={outOfItsCase(item, labCases)}
            chosen={item === chosen}
            narrow={chosen !== undefined}
            onChoose={() => onChoose(item)}
            onControl={(flag) => void setControl(item, flag)}
          />
        ))}
      </tbody>
    </table>
  );
}
