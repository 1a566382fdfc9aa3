import type { Bracket } from './ties';

/**
 * A bracket in words: which places cannot be told apart and by how little they differ, and who is told from whom where
 * it ends. `names` are those of the placed, in their order; a factor restates kelvins on another scale.
 *
 * Example: ‘Levante and Galerna are a tie: 0.3 K apart; this test needs 0.8 K.’
 */
export function bracketSentences(
  { better, worse, apart: apartK, difference: differenceK, end }: Bracket,
  names: readonly string[],
  scale: { factor: number; decimals: number; unit: string } = { factor: 1, decimals: 1, unit: 'K' },
): string[] {
  /** Two figures that would read alike and are not get a digit more. */
  const both = (aK: number, bK: number) => {
    const [a, b] = [aK * scale.factor, bK * scale.factor];
    const alike = a.toFixed(scale.decimals) === b.toFixed(scale.decimals);
    return [a, b].map((value) => `${value.toFixed(scale.decimals + (alike ? 1 : 0))} ${scale.unit}`);
  };
  const [between, needed] = both(apartK, differenceK);
  const sentences =
    worse - better > 1
      ? [
          `Places ${better} to ${worse} are a tie: ${between} from first to last; this test needs ${needed} to separate them.`,
        ]
      : [
          `${names[better - 1]} and ${names[worse - 1]} are a tie: ${between} apart; this test needs ${needed}.`,
        ];
  if (end) {
    const [apart, wanted] = both(end.apart, end.difference);
    sentences.push(
      `${names[end.better - 1]} is ahead of ${names[end.worse - 1]}: ${apart} apart, ${wanted} needed.`,
    );
  }
  return sentences;
}
