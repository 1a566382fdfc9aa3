import type { PlacedFan } from '@/core/cases/layoutSketch';
import { pairDifference } from '@/core/ranking/pairDifference';
import { axisWords } from '@/core/curves/curveRule';
import { capacity95 } from '@/core/judgement/capacity';
import { interval95Share } from '@/core/judgement/intervalShare';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { blankEntry } from '@/core/lineUp/entry';
import { latestPrice, priceIn } from '@/core/lineUp/prices';
import { productFacts } from '@/core/lineUp/productFacts';
import { nameKey, variantNames } from '@/core/lineUp/variantNames';
import { unknown, type Outcome } from '@/core/outcome';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { responseOf, RESPONSES, RISE } from '@/core/responses/responses';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { NORMAL_95 } from '@/core/statistics/normal';
import { awardCase, quietLine } from '@/core/verdict/awardCase';
import { awardOffers, type AwardOffer } from '@/core/verdict/awards';
import { FIGURES, type Reference } from '@/core/verdict/references';
import type { ShownWhat } from '@/core/verdict/verdictSheet';
import type { Bundle } from '@/formats/bundle/readBundle';
import { UnusableInput } from '@/formats/problem';
import { rankBundle, type BundleRanking, type RankChoice } from '../model/rankBundle';
import { hasDie } from '../model/reduceBundleRun';

export interface NamedEntry {
  entry: string;
  name: string;
  maker: string;
  fans: string;
  layout: PlacedFan[];
  position: number;
  heightMm: number | null;
  /** What is noted of its product and sample, for readers. */
  facts: string[];
  /** In the brief's currency. */
  price: Outcome<number>;
}

/** The orders, names and figures of a bundle, each made once, for all that its verdict says. */
export interface BundleOrders {
  brief: Brief;
  entries: NamedEntry[];
  /** By id, or by the name that readers see; null where it is neither. */
  find: (entry: string) => NamedEntry | null;
  /** An order with its curves; null with the reason where there is none. */
  order: (what: ShownWhat) => Outcome<BundleRanking>;
  figure: (reference: Reference) => Outcome<string>;
  offers: AwardOffer[];
}

const BAND_DB = 4;

/** Where air was read, each quantity and place once. */
function airPlaces(runs: Bundle['runs']): Brief['places'] {
  const read = runs
    .flatMap(({ readings }) => readings)
    .flatMap(({ quantity, place }) =>
      quantity === 'airspeed' || quantity === 'pressure' ? [{ quantity, place }] : [],
    );
  return [...new Map(read.map((place) => [JSON.stringify(place), place])).values()];
}

/** The brief of a bundle, or what its method says of one. */
function briefIn({ dataPackage: { planning, method, rig }, runs }: Bundle): Brief {
  if (planning.brief) return planning.brief;
  const blank = defaultBrief();
  const [from, to] = method.bandDba ?? [method.noiseLineDba - BAND_DB, method.noiseLineDba + BAND_DB];
  // Without a die and with readings of air it asks what fans do by their air.
  const places = airPlaces(runs);
  const byAir = places.length > 0 && !runs.some(hasDie);
  return {
    ...blank,
    ...(byAir ? { question: 'fans-by-air' as const, places } : {}),
    loads: method.loadsW.map((watts) => ({ watts, program: '', gpuWatts: 0 })),
    noiseLinesDba: [method.noiseLineDba],
    bandDba: { from: from!, to: to! },
    windowS: method.windowS,
    referenceAmbientC: method.referenceAmbientC,
    schools: {
      ...blank.schools,
      enclosure: { choice: rig.enclosure === 'open' ? 'open' : 'case', reason: '' },
    },
  };
}

function entriesIn(bundle: Bundle, brief: Brief): NamedEntry[] {
  const { lineUp } = bundle.dataPackage.planning;
  const part = (entry: string) => (Object.hasOwn(lineUp, entry) ? lineUp[entry]! : null);
  const names = variantNames(
    bundle.entries.map(({ entry, product, fans }) => ({
      name: product,
      covered: (part(entry)?.entry?.coverName.trim() ?? '') !== '' && !part(entry)!.entry!.revealed,
      fans,
      sample: part(entry)?.sample?.label ?? '',
    })),
  );
  const { currency } = brief.limits;
  return bundle.entries.map((row, position) => {
    const known = part(row.entry);
    const dated = latestPrice(known?.prices?.prices ?? [], brief.region);
    const size = known?.product ? configuredSize(known.product, known.entry ?? blankEntry()) : null;
    return {
      ...{ entry: row.entry, name: names[position]!, maker: row.maker, fans: row.fans, position },
      layout: (known?.entry?.layout ?? []).map(({ place, slot, direction }) => ({ place, slot, direction })),
      // The pump of a liquid loop is low, and its radiator is not small.
      facts: known?.product ? productFacts(known.product, known.sample) : [],
      heightMm: row.kind === 'liquid' ? null : (size?.heightMm ?? row.heightMm),
      price: dated
        ? priceIn(dated.price, dated.currency, currency, brief.rates)
        : row.price === null
          ? unknown('no price recorded')
          : priceIn(row.price, row.currency, currency, brief.rates),
    };
  });
}

/** All orders, names and figures of a bundle. */
export function bundleOrders(bundle: Bundle): BundleOrders {
  const brief = briefIn(bundle);
  const entries = entriesIn(bundle, brief);
  const byId = new Map(entries.map((entry) => [entry.entry, entry]));
  const byName = new Map(entries.map((entry) => [nameKey(entry.name), entry]));
  const find = (text: string) => byId.get(text) ?? byName.get(nameKey(text.trim())) ?? null;
  const known = new Map<string, Outcome<BundleRanking>>();

  const attempt = (choice: RankChoice): Outcome<BundleRanking> => {
    try {
      return { known: true, value: rankBundle(bundle, choice) };
    } catch (error) {
      if (!(error instanceof UnusableInput)) throw error;
      return unknown(error.problem.message);
    }
  };
  const hasRise = bundle.runs.some(hasDie);
  const isRanked = (made: Outcome<BundleRanking>) => made.known && made.value.ranking.placed.length > 0;
  /** What stands for the round-up's own where its verdict names nothing: the rise, or what was measured in its place. */
  const ownResponse = hasRise
    ? RISE.id
    : (RESPONSES.find(({ id }) => isRanked(attempt({ response: id })))?.id ?? RISE.id);

  function order(asked: ShownWhat): Outcome<BundleRanking> {
    const what = asked.response === RISE.id ? { ...asked, response: ownResponse } : asked;
    const key = JSON.stringify(what);
    const found = known.get(key);
    if (found) return found;
    const { at, response, against, place, load } = what;
    const made = attempt({
      ...{ response, against, at: at ?? undefined, place: place || undefined, load: load || undefined },
      detail: response === RISE.id && against === 'noise',
    });
    known.set(key, made);
    return made;
  }

  const own: ShownWhat = { response: RISE.id, place: '', against: 'noise', at: null, load: '' };
  const loadKeyOf = (watts: number | null) =>
    watts === null
      ? ''
      : (bundle.runs.find(({ run }) => run.loadW === watts && run.loadName === '' && run.gpuLoadW === 0)
          ?.run ?? null);

  function figure({ what, entry, at, loadW }: Reference): Outcome<string> {
    const named = find(entry);
    // “A less B”, unless a product is called so.
    const [first, second] = named ? [] : entry.split(' less ');
    if (first !== undefined && second !== undefined)
      return differenceOf([first, second], { what, at, loadW });
    if (!named) return unknown(`no entry “${entry}” here`);
    if (what === 'price')
      return named.price.known
        ? { known: true, value: `${named.price.value.toFixed(2)} ${brief.limits.currency}` }
        : named.price;
    const run = loadKeyOf(loadW);
    if (run === null) return unknown(`nothing was measured at ${loadW} W`);
    const response = Object.hasOwn(FIGURES, what) ? RISE.id : what;
    if (!responseOf(response))
      return unknown(`“${what}” is no figure: there are ${Object.keys(FIGURES).join(', ')}`);
    const found = order({ ...own, response, at, load: run === '' ? '' : `${run.loadW}` });
    if (!found.known) return found;
    const { ranking, detail } = found.value;
    const placed = ranking.placed.find((other) => other.entry === named.entry);
    if (!placed) {
      const out = ranking.notPlaced.find((other) => other.entry === named.entry);
      return unknown(`${named.name} has no place there${out ? `: ${out.reason}` : ''}`);
    }
    const told = detail?.get(named.entry);
    const pm = (value: number, half: number, decimals: number, unit: string) => ({
      known: true as const,
      value: `${value.toFixed(decimals)} ± ${half.toFixed(decimals)} ${unit}`,
    });
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
        const { decimals, unit } = found.value.response;
        return pm(placed.value, placed.interval95, decimals, unit);
      }
    }
  }

  /** How far one lies from another, with the interval that holds for all differences of that order at once. */
  function differenceOf(
    pair: readonly [string, string],
    { what, at, loadW }: Omit<Reference, 'entry'>,
  ): Outcome<string> {
    const response = what === 'rise' ? RISE.id : what;
    if (!responseOf(response)) return unknown(`a difference of “${what}” is not available`);
    const run = loadKeyOf(loadW);
    if (run === null) return unknown(`nothing was measured at ${loadW} W`);
    const found = order({ ...own, response, at, load: run === '' ? '' : `${run.loadW}` });
    if (!found.known) return found;
    const { placed } = found.value.ranking;
    const standing = pair.map((text) => placed.find((other) => other.entry === find(text)?.entry));
    const [one, other] = standing;
    if (!one || !other)
      return unknown(`${pair[one ? 1 : 0]} is not ranked there, or no entry of that name is here`);
    const { decimals, unit } = found.value.response;
    const { difference, interval95, isOpen } = pairDifference(other, one, placed.length);
    const told = `${Math.abs(difference).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    if (isOpen) return { known: true, value: `${told} apart (a tie)` };
    return { known: true, value: `${told} ${difference < 0 ? 'lower' : 'higher'}` };
  }

  function offersOf(): AwardOffer[] {
    const at = order(own);
    if (!at.known) return [];
    const { ranking, detail, curves } = at.value;
    const quiet = order({ ...own, at: quietLine(brief) });
    return awardOffers(
      awardCase({
        ...{ brief, lineDb: at.value.at, placed: ranking.placed, detail, curves, entries },
        placedQuiet: quiet.known ? quiet.value.ranking.placed : [],
      }),
    );
  }

  return { brief, entries, find, order, figure, offers: offersOf() };
}

/** Where an order stands and of what, in words. */
export function orderWords({ response, place, against, at }: BundleRanking): string {
  const what = response.throttles ? 'Cooling' : [response.name, place].filter(Boolean).join(', ');
  return `${what} at ${axisWords(against, at)}`;
}
