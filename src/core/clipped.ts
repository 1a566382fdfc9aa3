/**
 * A text of at most so many characters; what is cut off is told by “…”.
 *
 * @example clipped('Levante 140 black', 10) → 'Levante  …'
 */
export function clipped(text: string, most: number): string {
  return text.length > most ? `${text.slice(0, most - 2)} …` : text;
}
