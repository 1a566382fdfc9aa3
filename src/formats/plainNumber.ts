const POWERS = Array.from({ length: 16 }, (_, i) => 10 ** i);
/** So many digits are exact as an integer, and their quotient by a power of ten is rounded once (IEEE 754). */
const MOST_DIGITS = 15;

/**
 * A plain decimal number between two places of a text, as nearly every cell of a log is: digits, a point, a minus, blanks
 * around. NaN for anything else, also where it may well be a number (with an exponent, say): that is for `parseNumber`.
 *
 * plainNumber('a,-21.50,b', 2, 8) is -21.5.
 */
export function plainNumber(text: string, from: number, to: number): number {
  let at = from;
  let end = to;
  while (at < end && text.charCodeAt(at) === 32) at += 1;
  while (end > at && text.charCodeAt(end - 1) === 32) end -= 1;
  const isNegative = text.charCodeAt(at) === 45;
  if (isNegative) at += 1;
  let mantissa = 0;
  let digits = 0;
  let point = -1;
  for (; at < end; at += 1) {
    const code = text.charCodeAt(at);
    if (code >= 48 && code <= 57) {
      mantissa = mantissa * 10 + (code - 48);
      digits += 1;
    } else if (code === 46 && point < 0 && digits > 0) point = digits;
    else return Number.NaN;
  }
  if (digits === 0 || digits > MOST_DIGITS) return Number.NaN;
  const value = point < 0 ? mantissa : mantissa / POWERS[digits - point]!;
  return isNegative ? -value : value;
}
