import { capacity95 } from '@/core/judgement/measures/capacity';
import { interval95Share } from '@/core/judgement/measures/intervalShare';
import type { Brief } from '@/core/brief/brief';
import { unknown, type Outcome } from '@/core/outcome';
import { pairDifference } from '@/core/ranking/pairDifference';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { responseOf, RISE } from '@/core/responses/responses';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { FIGURES, namesIn, type Reference } from '@/core/verdict/references';
import { OWN_WHAT, type ShownWhat } from '@/core/verdict/verdictSheet';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { BundleRanking } from '../model/rankBundle';
import type { NamedEntry } from './namedEntry';

/** What a reference leads to: one entry in an order, or two whose difference is meant, the first less the second. */
export interface Referred {
  order: BundleRanking;
  placed: readonly [PlacedEntry] | readonly [PlacedEntry, PlacedEntry];
}

interface FiguresOf {
  bundle: Bundle;
  brief: Brief;
  find: (entry: string) => NamedEntry | null;
  order: (what: ShownWhat) => Outcome<BundleRanking>;
}

const pm = (value: number, half: number, decimals: number, unit: string) => ({
  known: true as const,
  value: `${value.toFixed(decimals)} ± ${half.toFixed(decimals)} ${unit}`,
});

/** How far the first lies from the second, with the interval that holds for all differences of that order at once. */
function differenceWords([one, other]: readonly [PlacedEntry, PlacedEntry], order: BundleRanking): string {
  const { decimals, unit } = order.response;
  const { difference, interval95, isOpen } = pairDifference(other, one, order.ranking.placed.length);
  const told = `${Math.abs(difference).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
  return isOpen ? `${told} apart (a tie)` : `${told} ${difference < 0 ? 'lower' : 'higher'}`;
}

/** The figures that a text of a round-up may refer to, as they are told in it. */
export function figuresIn({ bundle, brief, find, order }: FiguresOf): {
  refer: (reference: Reference) => Outcome<Referred>;
  figure: (reference: Reference) => Outcome<string>;
} {
  /** Key of a load by its watts alone; empty for the first, null where nothing was measured at it. */
  const keyOf = (watts: number | null): string | null => {
    if (watts === null) return '';
    const isThere = bundle.runs.some(
      ({ run }) => run.loadW === watts && run.loadName === '' && run.gpuLoadW === 0,
    );
    return isThere ? `${watts}` : null;
  };

  function refer({ what, entry, at, loadW }: Reference): Outcome<Referred> {
    const names = namesIn(entry, (name) => find(name) !== null);
    const isPair = names.length === 2;
    if (!isPair && !find(entry)) return unknown(`no entry “${entry}” here`);
    const response = Object.hasOwn(FIGURES, what) ? RISE.id : what;
    if (isPair && what !== 'rise' && !responseOf(what))
      return unknown(`a difference of “${what}” is not available`);
    if (!responseOf(response))
      return unknown(`“${what}” is no figure: there are ${Object.keys(FIGURES).join(', ')}`);
    const load = keyOf(loadW);
    if (load === null) return unknown(`nothing was measured at ${loadW} W`);
    const found = order({ ...OWN_WHAT, response, at, load });
    if (!found.known) return found;
    const { placed, notPlaced } = found.value.ranking;
    const standing = names.map((name) => placed.find((other) => other.entry === find(name)?.entry));
    const [one, two] = standing;
    if (isPair)
      return one && two
        ? { known: true, value: { order: found.value, placed: [one, two] } }
        : unknown(`${names[one ? 1 : 0]} is not ranked there, or no entry of that name is here`);
    if (one) return { known: true, value: { order: found.value, placed: [one] } };
    const named = find(entry)!;
    const out = notPlaced.find((other) => other.entry === named.entry);
    return unknown(`${named.name} has no place there${out ? `: ${out.reason}` : ''}`);
  }

  function figure(reference: Reference): Outcome<string> {
    const { what } = reference;
    const named = find(reference.entry);
    if (named && what === 'price')
      return named.price.known
        ? { known: true, value: `${named.price.value.toFixed(2)} ${brief.limits.currency}` }
        : named.price;
    const found = refer(reference);
    if (!found.known) return found;
    const { order: ranked, placed: pair } = found.value;
    const [placed] = pair;
    if (pair.length === 2) return { known: true, value: differenceWords(pair, ranked) };
    const told = ranked.detail?.get(placed.entry);
    const share = interval95Share(placed);
    const { sharedRiseK } = instrumentDoubt(bundle.dataPackage.planning.book);
    switch (what) {
      case 'place':
        return {
          known: true,
          value:
            placed.placeFrom === placed.placeTo
              ? `place ${placed.place}`
              : `places ${placed.placeFrom} to ${placed.placeTo}`,
        };
      case 'k/w':
        return placed.resistanceKPerW === null
          ? unknown('no power flowed')
          : pm(placed.resistanceKPerW, placed.resistanceKPerW * share, 4, 'K/W');
      case 'die':
        // An absolute claim: what the sensors of the rig share counts in it.
        return pm(
          placed.temperatureAtReferenceC,
          Math.hypot(placed.interval95, NORMAL_95 * Math.hypot(sharedRiseK, placed.shared, placed.watts)),
          1,
          '°C',
        );
      case 'noise':
        return told?.noiseToHoldDba.known
          ? { known: true, value: `${told.noiseToHoldDba.value.toFixed(1)} dB(A)` }
          : unknown(told && !told.noiseToHoldDba.known ? told.noiseToHoldDba.reason : 'not available');
      case 'capacity':
        return told?.capacityW.known
          ? pm(
              told.capacityW.value,
              capacity95(told.capacityW.value, placed, Math.hypot(sharedRiseK, placed.shared, placed.watts)),
              0,
              'W',
            )
          : unknown('its maximum heat is not available');
      case 'band':
        return told?.bandScoreWPerK.known
          ? { known: true, value: `${told.bandScoreWPerK.value.toFixed(2)} W/K` }
          : unknown(told && !told.bandScoreWPerK.known ? told.bandScoreWPerK.reason : 'not available');
      default: {
        const { decimals, unit } = ranked.response;
        return pm(placed.value, placed.interval95, decimals, unit);
      }
    }
  }

  return { refer, figure };
}
