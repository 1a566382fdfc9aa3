import { partName } from '@/core/responses/responses';
import { onlyIn, surelyElsewhere, type OnlyIn } from '@/core/ranking/wayPlaces';
import { pairDifference } from '@/core/ranking/pairDifference';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText, signed } from '@/ui/marks/figures';
import { columnName, type SideCell, type SideColumn } from '@/core/ranking/sideColumn';
import type { PageEntry as SideEntry } from '@/lab/model/pageEntries';
import { Heads, num } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';

/** Where it stands the other way, where the two places have nothing in common. */
function flipWords(
  placed: NonNullable<SideCell['placed']>,
  other: [number, number] | undefined,
  only: OnlyIn,
): string {
  if (!other || !surelyElsewhere(placed, { placeFrom: other[0], placeTo: other[1] }, only)) return '';
  return `${placeText(placed.placeFrom, placed.placeTo)} here, ${placeText(...other)}`;
}

function Cell({
  cell,
  base,
  column,
  other,
  only,
  elsewhere,
}: {
  cell: SideCell;
  base: SideCell['placed'];
  column: SideColumn;
  /** Its place the other way, and how that is called. */
  other: [number, number] | undefined;
  /** Entries that stand only in this order, or only in the other. */
  only: OnlyIn;
  elsewhere: string;
}) {
  const { decimals, unit } = column.response;
  const { placed } = cell;
  if (!placed)
    return (
      <td className="num text-ink2" title={cell.reason}>
        –
      </td>
    );
  const flip = flipWords(placed, other, only);
  const topsOut =
    placed.status === 'tops-out' ? `its loudest setting, ${figure(placed.levelDb, 1)} dB(A)` : undefined;
  if (!base || base === placed)
    return (
      <td className="num whitespace-nowrap" title={topsOut}>
        <b>{figure(placed.value, decimals)}</b>
        <span className="block text-[12.5px] text-ink2">± {figure(placed.interval95, decimals)}</span>
        {flip && (
          <span className="block text-[12.5px] font-semibold text-warn">
            ⇅ {flip} {elsewhere}
          </span>
        )}
      </td>
    );
  // All of a column are looked at together: coloured is only what holds for all of its differences at once.
  const compared = column.cells.filter((other) => other.placed).length;
  const { difference, interval95, isOpen } = pairDifference(base, placed, Math.max(2, compared));
  return (
    <td
      className={`num whitespace-nowrap ${isOpen ? 'text-ink2' : ''}`}
      title={isOpen ? 'a tie with the one it is set beside' : topsOut}
    >
      <span className={isOpen ? '' : 'font-semibold'}>{signed(difference, decimals)}</span>
      <span className="block text-[12.5px] text-ink2">± {figure(interval95, decimals)}</span>
      <span className="sr-only">{isOpen ? `a tie, ${unit}` : unit}</span>
    </td>
  );
}

/** Entries by everything that was measured, as differences from one of them; what means nothing stays grey. */
export function SideTable({
  entries,
  columns,
  base,
  elsewhere,
  elsewhereName,
}: {
  entries: readonly SideEntry[];
  columns: readonly SideColumn[];
  base: string | null;
  /** Places the other way, by column and entry, and how that is called: “at full speed”. */
  elsewhere: Record<string, Record<string, [number, number]>>;
  elsewhereName: string;
}) {
  return (
    <Scrolled label="Entries side by side">
      <table className="figure-table">
        <Heads
          of={[
            'Entry',
            ...columns.map((column) =>
              num(
                <>
                  {partName(column.response)}
                  {column.place && `, ${column.place}`}
                  <span className="block font-normal">
                    {column.load.replace(' graphics', '')}, {column.response.unit}
                  </span>
                </>,
                { title: columnName(column) },
              ),
            ),
          ]}
        />
        <tbody>
          {entries.map(({ entry, product, position }) => (
            <tr key={entry} data-entry={entry} className={entry === base ? 'bg-raised' : undefined}>
              <td className="min-w-44">
                <span className="flex items-center gap-1.5">
                  <EntryMark position={position} />
                  <span dir="auto">{product}</span>
                </span>
              </td>
              {columns.map((column) => (
                <Cell
                  key={column.key}
                  column={column}
                  other={elsewhere[column.key]?.[entry]}
                  only={onlyIn(
                    column.cells.filter(({ placed }) => placed).map((cell) => cell.entry),
                    Object.keys(elsewhere[column.key] ?? {}),
                  )}
                  elsewhere={elsewhereName}
                  cell={column.cells.find((cell) => cell.entry === entry)!}
                  base={column.cells.find((cell) => cell.entry === base)?.placed ?? null}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}
