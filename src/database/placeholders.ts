/** `($1, $2), ($3, $4)` for the VALUES of rows of equal length, at most 65,535 cells in all. */
export function placeholders(rows: readonly (readonly unknown[])[]): string {
  let n = 0;
  return rows.map((row) => `(${row.map(() => `$${(n += 1)}`).join(', ')})`).join(', ');
}
