import { countWord, inARow, sentence } from '../words';
import type { Outcome } from '../outcome';
import { known, unknown } from '../outcome';
import type { PlacedEntry } from '../ranking/rankAtLine';
import { cheapestStep, type FrontStanding } from '@/core/judgement/readers/priceFront';
import { simultaneous95 } from '../uncertainty/simultaneous95';
import type { AwardKind } from './verdictSheet';

/** A figure with the half-width of its interval; null where that cannot be told. */
interface Judged {
  entry: string;
  value: number;
  interval95: number | null;
}

/** What an award is judged by. */
export interface AwardCase {
  name: (entry: string) => string;
  /** Best first, at the ranking line, and at the quietest of the brief's lines or the quiet end of its band. */
  atLine: readonly PlacedEntry[];
  atQuiet: readonly PlacedEntry[];
  lineDb: number;
  quietDb: number;
  unit: string;
  decimals: number;
  heights: ReadonlyMap<string, number | null>;
  /** Readers' limit, mm; null where the brief names none. */
  heightLimitMm: number | null;
  /** Mean conductance over the band, W/K, with its half-width; and what a W/K costs. Empty where there is none. */
  bandScores: readonly Judged[];
  prices: readonly Judged[];
  /** Where each with a price stands on the front of price and rise. */
  steps: readonly FrontStanding[];
  currency: string;
}

export interface AwardOffer {
  kind: Exclude<AwardKind, 'own'>;
  name: string;
  /** How it is judged. */
  rule: string;
  /** To whom with what evidence, or why it is refused. */
  offer: Outcome<{ entry: string; evidence: string }>;
}

/** An award as it is judged, with the figure that it is given for. */
interface Judgement extends AwardOffer {
  figure: string;
}

const holding = (placed: readonly PlacedEntry[]) => placed.filter(({ status }) => status !== 'throttled');

/** The first of an order, where nobody shares its place. */
function alone(
  placed: readonly PlacedEntry[],
  cases: AwardCase,
  at: number,
): Outcome<{ entry: string; evidence: string }> {
  const [first, next] = placed;
  if (!first) return unknown('no entry is ranked there');
  if (!next)
    return unknown(`only ${cases.name(first.entry)} is ranked there: it has nothing to be compared with`);
  const figure = ({ value, interval95 }: PlacedEntry) =>
    `${value.toFixed(cases.decimals)} ± ${interval95.toFixed(cases.decimals)} ${cases.unit}`;
  // Of those who cannot be told from the first, by the ranges of the whole order.
  const share = placed.filter((other) => other.placeFrom <= first.placeFrom);
  if (share.length > 1)
    return unknown(
      `${countWord(share.length)} tie for it: ${inARow(share.map(({ entry }) => cases.name(entry)))}`,
    );
  return known({
    entry: first.entry,
    evidence: `${figure(first)} at ${at.toFixed(1)} dB(A), first of ${placed.length}; next is ${cases.name(next.entry)} with ${figure(next)}`,
  });
}

/** The best of figures with intervals, where it stands clear of every other. */
function clear(
  figures: readonly Judged[],
  better: 'lower' | 'higher',
  cases: AwardCase,
  words: (value: number, interval95: number) => string,
): Outcome<{ entry: string; evidence: string }> {
  const sign = better === 'lower' ? 1 : -1;
  const [first, ...others] = [...figures].sort((a, b) => sign * (a.value - b.value));
  if (!first) return unknown('no entry has this figure');
  if (others.length === 0)
    return unknown(`only ${cases.name(first.entry)} has this figure: there is nothing to compare it with`);
  if (first.interval95 === null)
    return unknown(`± is not available for ${cases.name(first.entry)}, which has the best figure`);
  const own = first.interval95;
  const wider = simultaneous95(figures.length);
  const share = others.filter(
    ({ value, interval95 }) =>
      interval95 === null || Math.abs(value - first.value) < wider * Math.hypot(own, interval95),
  );
  if (share.length > 0)
    return unknown(
      `${countWord(share.length + 1)} tie for it: ${inARow([first, ...share].map(({ entry }) => cases.name(entry)))}`,
    );
  const [next] = others;
  return known({
    entry: first.entry,
    evidence: `${words(first.value, own)}, of ${figures.length} that have this figure; next is ${cases.name(next!.entry)} with ${words(next!.value, next!.interval95 ?? 0)}`,
  });
}

function small(cases: AwardCase): AwardOffer['offer'] {
  const noted = holding(cases.atLine).flatMap((placed) => {
    const height = cases.heights.get(placed.entry) ?? null;
    return height === null ? [] : [{ placed, height }];
  });
  if (noted.length < 2) return unknown('fewer than two heights are recorded');
  const sorted = noted.map(({ height }) => height).sort((a, b) => a - b);
  const most = cases.heightLimitMm ?? sorted[Math.floor((sorted.length - 1) / 2)]!;
  const fitting = noted.filter(({ height }) => height <= most);
  const [first, ...others] = fitting;
  if (!first) return unknown(`no entry fits ${most} mm`);
  if (others.length === 0)
    return unknown(
      `only ${cases.name(first.placed.entry)} fits ${most} mm: it has nothing to be compared with`,
    );
  const share = others.filter(
    ({ placed }) =>
      placed.placeFrom <= first.placed.placeTo &&
      placed.placeTo >= first.placed.placeFrom &&
      placed.placeFrom <= first.placed.place,
  );
  if (share.length > 0)
    return unknown(
      `${countWord(share.length + 1)} tie for it: ${inARow([first, ...share].map(({ placed }) => cases.name(placed.entry)))}`,
    );
  return known({
    entry: first.placed.entry,
    evidence: `${first.height} mm high, the best of ${countWord(fitting.length)} within ${most} mm: ${first.placed.value.toFixed(cases.decimals)} ± ${first.placed.interval95.toFixed(cases.decimals)} ${cases.unit}`,
  });
}

/** The step up that costs least for each kelvin, where no other may cost less. */
function worth(cases: AwardCase): AwardOffer['offer'] {
  const steps = cases.steps.filter(({ next }) => next !== null).length;
  if (steps === 0) return unknown('no entry is clearly better for more money');
  if (steps === 1) return unknown('there is one step up only: it has nothing to be compared with');
  const least = cheapestStep(cases.steps);
  if (!least) return unknown('no step up costs clearly less per kelvin than the others');
  const { entry, next, among } = least;
  const [from, to] = next.perUnit95.map((each) => each.toFixed(2));
  return known({
    entry: next.entry,
    evidence: `each kelvin less than with ${cases.name(entry)} costs ${next.moneyPerUnit.toFixed(2)} ${cases.currency} (${from} to ${to}): the cheapest of ${countWord(among)} steps up`,
  });
}

/** The same figure is not given twice: what would be is refused with the award that has it. */
function onceEach(found: readonly Judgement[]): AwardOffer[] {
  return found.map(({ offer, figure, ...award }, i): AwardOffer => {
    const before = found
      .slice(0, i)
      .find(
        (other) =>
          other.figure === figure &&
          offer.known &&
          other.offer.known &&
          other.offer.value.entry === offer.value.entry,
      );
    return {
      ...award,
      offer: before ? unknown(`it would be for the same figure as “${before.name}”`) : offer,
    };
  });
}

/**
 * The awards that a round-up could give, each by its rule, to one alone and with its evidence; refused where a tie would make
 * it arbitrary, or nobody has the figure.
 *
 * Example: Two that share first place at the line: the award “cool” is refused, ‘two share it: A and B’.
 */
export function awardOffers(cases: AwardCase): AwardOffer[] {
  const riseAt = (lineDb: number) => `rise at ${lineDb.toFixed(1)}`;
  return onceEach([
    {
      kind: 'cool',
      figure: riseAt(cases.lineDb),
      name: 'Coolest',
      rule: `alone in first place at ${cases.lineDb.toFixed(1)} dB(A)`,
      offer: alone(holding(cases.atLine), cases, cases.lineDb),
    },
    {
      kind: 'quiet',
      figure: riseAt(cases.quietDb),
      name: 'Best where it must be quiet',
      rule: `alone in first place at ${cases.quietDb.toFixed(1)} dB(A)`,
      offer: alone(holding(cases.atQuiet), cases, cases.quietDb),
    },
    {
      kind: 'value',
      figure: 'money per W/K',
      name: 'Best value',
      rule: `least ${cases.currency} for a W/K at the line, and its interval clear of the next`,
      offer: clear(
        cases.prices,
        'lower',
        cases,
        (value, interval95) => `${value.toFixed(2)} ± ${interval95.toFixed(2)} ${cases.currency} per W/K`,
      ),
    },
    {
      kind: 'worth',
      figure: 'money per kelvin',
      name: 'Worth the step up',
      rule: `least ${cases.currency} per kelvin between neighbours on the front of price and rise, its interval clear of all other steps`,
      offer: worth(cases),
    },
    {
      kind: 'small',
      figure: riseAt(cases.lineDb),
      name: 'Best small one',
      rule: 'best at the line of those within readers’ height, or of the lower half where none is named',
      offer: small(cases),
    },
    {
      kind: 'all-round',
      figure: 'conductance over the band',
      name: 'Best all-round',
      rule: 'highest mean conductance over the band of the Brief, and its interval clear of the next',
      offer: clear(
        cases.bandScores,
        'higher',
        cases,
        (value, interval95) => `${value.toFixed(2)} ± ${interval95.toFixed(2)} W/K over the band`,
      ),
    },
  ]);
}

/**
 * What is printed of an award that was given, or why it cannot be: one that goes against its rule needs its reason.
 *
 * @example awardWords({ kind: 'own', name: 'Our pick', entry: 'a', reason: 'we would buy it' }, [], (entry) => entry) → { known:
 * true, value: 'Our pick: a. We would buy it.' }
 */
export function awardWords(
  award: { kind: AwardKind; name: string; entry: string; reason: string },
  offers: readonly AwardOffer[],
  nameOf: (entry: string) => string | null,
): Outcome<string> {
  const name = nameOf(award.entry);
  if (name === null) return unknown(`“${award.name}” goes to an entry that is not in the round-up any more`);
  const offered = offers.find(({ kind }) => kind === award.kind);
  const reason = award.reason.trim();
  const because = reason && `${sentence(reason)}${/[.!?]$/.test(reason) ? '' : '.'}`;
  const head = `${award.name}: ${name}.`;
  if (award.kind === 'own' || !offered)
    return reason
      ? known(`${head} ${because}`)
      : unknown(`“${award.name}” is the reviewer’s own: it needs its reason`);
  if (offered.offer.known && offered.offer.value.entry === award.entry)
    return known([head, `${offered.offer.value.evidence}.`, because].filter(Boolean).join(' '));
  const against = offered.offer.known
    ? `By its rule (${offered.rule}) it would go to ${nameOf(offered.offer.value.entry) ?? 'another'}.`
    : `Its rule (${offered.rule}) names no entry: ${offered.offer.reason}.`;
  return reason
    ? known(`${head} ${against} ${because}`)
    : unknown(`“${award.name}” goes against its rule: it needs a reason that is printed`);
}
