/** A number as people type it: decimal comma or point, a proper minus, space around; null where it is none. */
export function typedNumber(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('\u2212', '-');
  const value = Number(plain);
  return plain === '' || !Number.isFinite(value) ? null : value;
}
