/** A text as names are looked for in it, with the way back. */
export interface FoldedText {
  /** Without case, marks and signs that nobody sees (Unicode NFKD, Default_Ignorable_Code_Point). */
  text: string;
  /** Where each of its letters begins in the text that it was made of; one more for the end. */
  from: ArrayLike<number>;
}

const UNSEEN = /[\p{M}\p{Default_Ignorable_Code_Point}]+/gu;
const PLAIN = /^[\x00-\x7f]*$/;

/** Places of a text that was folded letter by letter are its own. */
const own: ArrayLike<number> = new Proxy([] as number[], { get: (_, at) => Number(at) });

/**
 * A text folded: “Xe\u200bra”, “ＸＥＲＡ” and “xéra” are all “xera”.
 *
 * @example foldedText('Peña').text → 'pena'
 */
export function foldedText(text: string): FoldedText {
  if (PLAIN.test(text)) return { text: text.toLowerCase(), from: own };
  const parts: string[] = [];
  const from: number[] = [];
  let at = 0;
  for (const sign of text) {
    const folded = sign.normalize('NFKD').replace(UNSEEN, '').toLowerCase();
    for (let i = 0; i < folded.length; i += 1) from.push(at);
    if (folded) parts.push(folded);
    at += sign.length;
  }
  from.push(text.length);
  return { text: parts.join(''), from };
}
