import { columnName, type SideColumn } from '@/core/ranking/sideColumn';
import { figure } from '@/ui/marks/figures';

const shownValues = ({ cells, response }: SideColumn) =>
  new Set(cells.flatMap(({ placed }) => (placed ? [placed.value.toFixed(response.decimals)] : [])));

/** Columns that tell entries apart, and those in which all that were measured read the same. */
export function partedByTelling(columns: readonly SideColumn[]): [SideColumn[], SideColumn[]] {
  const isAlike = (column: SideColumn) => column.cells.length > 1 && shownValues(column).size === 1;
  const telling = columns.filter((column) => !isAlike(column));
  return telling.length === 0 ? [[...columns], []] : [telling, columns.filter(isAlike)];
}

/** “The same for all: clock held, 90 W, 4200 MHz.” */
export function alikeWords(alike: readonly SideColumn[]): string {
  const words = alike.map((column) => {
    const [value] = shownValues(column);
    return `${columnName(column)}, ${figure(Number(value), column.response.decimals)} ${column.response.unit}`;
  });
  return `The same for all, and left out: ${words.join('; ')}.`;
}
