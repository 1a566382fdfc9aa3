/**
 * Solves the square system A·x = b by Gaussian elimination with partial pivoting (Golub & Van Loan,
 * Matrix Computations, §3.4), for the handful of unknowns of a fit. Null where A is singular.
 *
 * solveLinear([[2, 0], [0, 4]], [2, 2]) is [1, 0.5].
 */
export function solveLinear(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): number[] | null {
  const n = right.length;
  const a = matrix.map((row, i) => [...row, right[i]!]);
  for (let column = 0; column < n; column += 1) {
    let pivot = column;
    for (let row = column + 1; row < n; row += 1) {
      if (Math.abs(a[row]![column]!) > Math.abs(a[pivot]![column]!)) pivot = row;
    }
    if (!(Math.abs(a[pivot]![column]!) > 1e-300)) return null;
    [a[column], a[pivot]] = [a[pivot]!, a[column]!];
    for (let row = column + 1; row < n; row += 1) {
      const factor = a[row]![column]! / a[column]![column]!;
      for (let k = column; k <= n; k += 1) a[row]![k]! -= factor * a[column]![k]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let row = n - 1; row >= 0; row -= 1) {
    let sum = a[row]![n]!;
    for (let k = row + 1; k < n; k += 1) sum -= a[row]![k]! * x[k]!;
    x[row] = sum / a[row]![row]!;
  }
  return x.every(Number.isFinite) ? x : null;
}
