import type { Variance } from '../statistics/variance';
import { entryCurves } from '../curves/entryCurve';
import { rankAtLine, type PlacedEntry } from '../ranking/rankAtLine';
import { curveRule, responseOf } from '../responses/responses';
import { instrumentDoubt, instrumentsOf } from '../rig/instrumentDoubt';
import { seededChance } from '../statistics/chance';
import { criticalDifference } from '../uncertainty/criticalDifference';
import { REHEARSED_LINE_DBA, REHEARSED_RPM, rehearsedRound, type RehearsedDesign } from './round';

/** What a design comes to over many rounds, as shares from 0 to 1. */
export interface Rehearsed {
  rounds: number;
  /** The true best alone in first place; sharing it; beginning later. */
  winnerAlone: number;
  winnerShares: number;
  winnerMissed: number;
  /** Neighbouring pairs told apart. */
  neighboursTold: number;
  /** Values within ±, of all, and of the entry for which it holds least often. */
  intervalsHold: number;
  worstHolds: number;
  /** Rounds in which any two are told apart. */
  anyTold: number;
  /** Mean half-width of an interval, K. */
  interval95: number;
}

const RULE = { loadW: 190, program: false, referenceAmbientC: 23, limitC: 200 };

/** Whether two of so many are told apart, by the rule that gives the places. */
const isTold = (one: PlacedEntry, other: PlacedEntry, count: number) =>
  Math.abs(one.value - other.value) > criticalDifference(one, other, count);

/**
 * Round-ups of a design, drawn with a seed and each ranked by the very rules that rank what was measured (FORMATS, `rehearse`; DOUBT 5).
 *
 * Example: Eight equal coolers with two mounts: any two are told apart in at most one round of twenty.
 *
 * @throws where there is no round, or a count of the design is under one
 */
export function rehearse(
  design: RehearsedDesign,
  { rounds, seed, history = null }: { rounds: number; seed: number; history?: Variance | null },
): Rehearsed {
  const counts = [rounds, design.entries, design.mounts, design.passes, design.settings];
  if (!counts.every((count) => Number.isInteger(count) && count >= 1))
    throw new RangeError(`rehearse: counts must be 1 or more, got ${counts.join(', ')}`);
  const chance = seededChance(seed);
  const { of = 'rise' } = design;
  const isLevel = of === 'level';
  const response = responseOf(of)!;
  const rule = curveRule(response, isLevel ? 'rpm' : 'noise');
  const instruments = instrumentsOf(instrumentDoubt(null), response);
  const sum = { alone: 0, shares: 0, told: 0, pairs: 0, any: 0, held: 0, all: 0, halves: 0 };
  const heldBy = new Array<number>(design.entries).fill(0);
  for (let round = 0; round < rounds; round += 1) {
    const { entries, points } = rehearsedRound(design, chance);
    const curves = entryCurves(entries, points, instruments, rule, history);
    const { placed } = rankAtLine(curves, {
      ...RULE,
      lineDb: isLevel ? REHEARSED_RPM : REHEARSED_LINE_DBA,
      throttles: of === 'rise',
    });
    const by = new Map(placed.map((entry) => [entry.entry, entry]));
    const best = by.get(entries[0]!.entry);
    if (best?.placeFrom === 1) {
      const shares = placed.some((other) => other !== best && other.placeFrom === 1);
      if (shares) sum.shares += 1;
      else sum.alone += 1;
    }
    entries.forEach(({ entry, trueK }, i) => {
      const own = by.get(entry);
      if (!own) return;
      const holds = Math.abs(own.value - trueK) <= own.interval95;
      sum.all += 1;
      sum.halves += own.interval95;
      if (holds) {
        sum.held += 1;
        heldBy[i]! += 1;
      }
      const next = entries[i + 1] && by.get(entries[i + 1]!.entry);
      if (!next) return;
      sum.pairs += 1;
      if (isTold(own, next, placed.length)) sum.told += 1;
    });
    // Whoever cannot be first is told from another.
    if (placed.some(({ placeFrom }) => placeFrom > 1)) sum.any += 1;
  }
  return {
    rounds,
    winnerAlone: sum.alone / rounds,
    winnerShares: sum.shares / rounds,
    winnerMissed: (rounds - sum.alone - sum.shares) / rounds,
    neighboursTold: sum.pairs > 0 ? sum.told / sum.pairs : 0,
    intervalsHold: sum.all > 0 ? sum.held / sum.all : 0,
    worstHolds: Math.min(...heldBy) / rounds,
    anyTold: sum.any / rounds,
    interval95: sum.all > 0 ? sum.halves / sum.all : 0,
  };
}
