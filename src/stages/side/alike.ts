import { columnName, readsAlike, type SideColumn } from '@/core/ranking/sideColumn';
import { figure } from '@/ui/marks/figures';

/** Columns that tell entries apart, and those in which all that were measured read the same. */
export function partedByTelling(columns: readonly SideColumn[]): [SideColumn[], SideColumn[]] {
  const telling = columns.filter((column) => !readsAlike(column));
  return telling.length === 0 ? [[...columns], []] : [telling, columns.filter(readsAlike)];
}

/** “The same for all: clock held, 90 W, 4200 MHz.” */
export function alikeWords(alike: readonly SideColumn[]): string {
  const words = alike.map((column) => {
    const value = column.cells.find(({ placed }) => placed !== null)?.placed?.value ?? null;
    return `${columnName(column)}, ${figure(value, column.response.decimals)} ${column.response.unit}`;
  });
  return `The same for all, and left out: ${words.join('; ')}.`;
}
