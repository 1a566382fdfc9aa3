/** A column of plain numbers and the range that its readings lie in. */
export interface PlainColumn {
  least: number;
  most: number;
}

const LINE_FEED = 10;
const CARRIAGE_RETURN = 13;
const COMMA = 44;
const MINUS = 45;
const POINT = 46;
const ZERO = 48;
const NINE = 57;

/** So many digits are exact as an integer, and their quotient by a power of ten is rounded once (IEEE 754). */
const MOST_DIGITS = 15;
const POWERS = Float64Array.from({ length: MOST_DIGITS + 1 }, (_, digits) => 10 ** digits);

function countRows(bytes: Uint8Array, from: number): number {
  let rows = 1;
  for (let at = from; at < bytes.length; at += 1) if (bytes[at] === LINE_FEED) rows += 1;
  return rows;
}

/**
 * The columns of a table of plain numbers, walked byte by byte: digits with a point and a minus, commas between, line
 * feeds with or without a carriage return, empty lines. Null where anything else stands in it, a number is out of its
 * column's range, or the column `ascending` steps back: then the table is to be read line by line, which says what is
 * wrong where.
 *
 * plainRows of “0,21.5\\n1,-3\\n” is the columns [0, 1] and [21.5, -3].
 *
 * @param from the byte after the heading
 */
export function plainRows(
  bytes: Uint8Array,
  from: number,
  columns: readonly PlainColumn[],
  ascending: number,
): Float64Array[] | null {
  const width = columns.length;
  const capacity = countRows(bytes, from);
  const values = columns.map(() => new Float64Array(capacity));
  const least = Float64Array.from(columns, (column) => column.least);
  const most = Float64Array.from(columns, (column) => column.most);
  const end = bytes.length;
  let at = from;
  let row = 0;
  let before = -Infinity;
  while (at < end) {
    const first = bytes[at]!;
    if (first === LINE_FEED || first === CARRIAGE_RETURN) {
      at += 1;
      continue;
    }
    for (let c = 0; c < width; c += 1) {
      const isNegative = bytes[at] === MINUS;
      if (isNegative) at += 1;
      let mantissa = 0;
      let digits = 0;
      let point = -1;
      let code = -1;
      for (; at < end; at += 1) {
        code = bytes[at]!;
        if (code >= ZERO && code <= NINE) {
          mantissa = mantissa * 10 + (code - ZERO);
          digits += 1;
        } else if (code === POINT && point < 0 && digits > 0) point = digits;
        else break;
      }
      if (digits === 0 || digits > MOST_DIGITS) return null;
      const size = point < 0 ? mantissa : mantissa / POWERS[digits - point]!;
      const value = isNegative ? -size : size;
      if (!(value >= least[c]! && value <= most[c]!)) return null;
      if (c === ascending) {
        if (value < before) return null;
        before = value;
      }
      values[c]![row] = value;
      const isEnd = at >= end || code === LINE_FEED || code === CARRIAGE_RETURN;
      if (c === width - 1 ? !isEnd : isEnd || code !== COMMA) return null;
      at += 1;
    }
    row += 1;
  }
  return values.map((column) => column.slice(0, row));
}
