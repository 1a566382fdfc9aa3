import { studentizedRange } from '../statistics/studentizedRange';

export interface Comparable {
  riseK: number;
  /** Standard uncertainty of the rise, K, and the degrees of freedom behind it. */
  uncertaintyK: number;
  freedom: number;
}

/**
 * Smallest difference of two of `count` means that 95 % simultaneous comparison tells apart, K:
 * q·√((u₁² + u₂²) / 2) (Tukey–Kramer: Kramer 1956, Hayter 1984).
 */
function criticalDifferenceK(a: Comparable, b: Comparable, q: number): number {
  return q * Math.sqrt((a.uncertaintyK ** 2 + b.uncertaintyK ** 2) / 2);
}

export interface Ties {
  /** Tie group of each entry, 1, 2, …, in the order given. */
  groups: number[];
  /** Largest critical difference used inside each group against its leader, K; 0 for a group of one. */
  differencesK: number[];
}

/**
 * Walks down an order: an entry joins the leader's group while it differs from that leader by less than
 * the critical difference over all placed entries; else it leads the next (FORMATS step 9).
 * `ordered` is sorted by rise.
 */
export function tieGroups(ordered: readonly Comparable[]): Ties {
  const groups: number[] = [];
  const differencesK: number[] = [];
  if (ordered.length === 0) return { groups, differencesK };
  const freedom = Math.max(1, Math.min(...ordered.map((entry) => entry.freedom)));
  const q = ordered.length > 1 ? studentizedRange(0.95, ordered.length, freedom) : 0;
  let leader = ordered[0]!;
  for (const entry of ordered) {
    const difference = criticalDifferenceK(leader, entry, q);
    if (entry !== leader && !(Math.abs(entry.riseK - leader.riseK) < difference)) leader = entry;
    if (entry === leader) {
      groups.push((groups[groups.length - 1] ?? 0) + 1);
      differencesK.push(0);
    } else {
      groups.push(groups[groups.length - 1]!);
      differencesK[differencesK.length - 1] = Math.max(differencesK[differencesK.length - 1]!, difference);
    }
  }
  return { groups, differencesK };
}
