import type { Bracket } from './ties';

/**
 * A bracket in words: which places cannot be told apart and by how little they differ, and who is told from whom where
 * it ends. `names` are those of the placed, in their order; a factor restates kelvins on another scale.
 */
export function bracketSentences(
  { better, worse, apartK, differenceK, end }: Bracket,
  names: readonly string[],
  scale: { factor: number; decimals: number; unit: string } = { factor: 1, decimals: 1, unit: 'K' },
): string[] {
  const shown = (valueK: number) => (valueK * scale.factor).toFixed(scale.decimals);
  const places = `Places ${better} ${worse - better > 1 ? 'to' : 'and'} ${worse} cannot be told apart`;
  const sentences = [
    `${places}: ${shown(apartK)} ${scale.unit} between them, and this test shows ${shown(differenceK)} ${scale.unit}.`,
  ];
  if (end)
    sentences.push(
      `${names[end.better - 1]} is better than ${names[end.worse - 1]}: ${shown(end.apartK)} ${scale.unit} apart, ${shown(end.differenceK)} ${scale.unit} wanted.`,
    );
  return sentences;
}
