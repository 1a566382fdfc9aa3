import { axisWords } from '@/core/curves/curveRule';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { blankEntry } from '@/core/lineUp/entry';
import { latestPrice, priceIn } from '@/core/lineUp/prices';
import { productFacts } from '@/core/lineUp/productFacts';
import { nameKey, variantNames } from '@/core/lineUp/variantNames';
import { unknown, type Outcome } from '@/core/outcome';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { RESPONSES, RISE } from '@/core/responses/responses';
import { awardCase, quietLine } from '@/core/verdict/awardCase';
import { awardOffers, type AwardOffer } from '@/core/verdict/awards';
import type { Reference } from '@/core/verdict/references';
import { OWN_WHAT, type ShownWhat } from '@/core/verdict/verdictSheet';
import type { Bundle } from '@/formats/bundle/readBundle';
import { UnusableInput } from '@/formats/problem';
import { rankBundle, type BundleRanking, type RankChoice } from '@/lab/model/rankBundle';
import { hasDie } from '@/lab/model/reduceRun';
import { reducedOf } from '@/lab/model/roundUpOfBundle';
import { figuresIn, type Referred } from '../figures';
import type { NamedEntry } from '../namedEntry';

/** The orders, names and figures of a bundle, each made once, for all that its verdict says. */
export interface BundleOrders {
  brief: Brief;
  entries: NamedEntry[];
  /** By id, or by the name that readers see; null where it is neither. */
  find: (entry: string) => NamedEntry | null;
  /** An order with its curves; null with the reason where there is none. */
  order: (what: ShownWhat) => Outcome<BundleRanking>;
  refer: (reference: Reference) => Outcome<Referred>;
  figure: (reference: Reference) => Outcome<string>;
  offers: AwardOffer[];
  /** Entries of which watts were read: only they have a K/W of their own. */
  powered: ReadonlySet<string>;
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

  const { refer, figure } = figuresIn({ bundle, brief, find, order });

  function offersOf(): AwardOffer[] {
    const at = order(OWN_WHAT);
    if (!at.known) return [];
    const { ranking, detail, curves } = at.value;
    const quiet = order({ ...OWN_WHAT, at: quietLine(brief) });
    return awardOffers(
      awardCase({
        ...{ brief, lineDb: at.value.at, placed: ranking.placed, detail, curves, entries },
        placedQuiet: quiet.known ? quiet.value.ranking.placed : [],
      }),
    );
  }

  const powered = new Set(
    bundle.runs.flatMap((item) => {
      const reduced = reducedOf(bundle)(item);
      return reduced.known && reduced.value.powerSource === 'measured' ? [item.run.entry] : [];
    }),
  );
  return { brief, entries, find, order, refer, figure, offers: offersOf(), powered };
}

/** Where an order stands and of what, in words. */
export function orderWords({ response, place, against, at }: BundleRanking): string {
  const what = response.throttles ? 'Cooling' : [response.name, place].filter(Boolean).join(', ');
  return `${what} at ${axisWords(against, at)}`;
}
