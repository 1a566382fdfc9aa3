import { noiseToHold95 } from '@/core/judgement/measures/measureIntervals';
import { pairAnswer } from '@/core/judgement/pairs/headToHead';
import { known, unknown, type Outcome } from '@/core/outcome';
import { inARow } from '@/core/words';
import type { ShownWhat } from '@/core/verdict/verdictSheet';
import { holdsUnder } from '@/core/judgement/measures/perDecibel';
import { dotsPicture, type Dot } from '@/formats/picture/dotsPicture';
import { markup } from '@/formats/markup/markup';
import type { PictureSize } from '@/formats/picture/picture';
import type { PictureTheme } from '@/formats/picture/pictureTheme';
import { pairPicture } from '@/formats/picture/pairPicture';
import { waysPicture } from '@/formats/picture/waysPicture';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { viewJudgement } from '@/lab/orders/beyond/judgementView';
import { pairPage } from '@/lab/orders/pairs/pairPage';
import { viewWays } from '@/lab/orders/waysView';
import type { BundleOrders } from './bundleOrders';
import { pictureEntries } from './orderViews';

/** What a plate of a comparison is made of, under its covers. */
export interface ComparedPlate {
  view: RoundUpView;
  orders: BundleOrders;
  what: ShownWhat;
  lit: ReadonlySet<string>;
  /** Title of the round-up and where it was measured, for readers. */
  title: string;
  source: string;
  size: PictureSize;
  theme: PictureTheme;
}

const lineOf = ({ view, what }: ComparedPlate) =>
  what.against === 'noise' && what.at !== null ? what.at : view.roundUp.noiseLineDba;

/** The two that are lit, or the first two of the order: where each is ahead. */
export async function pairPlate(plate: ComparedPlate): Promise<Outcome<string>> {
  const { view, orders, what, lit, title, source, size, theme } = plate;
  const [one = '', other = ''] = [...lit];
  const found = await pairPage(view, { one, other, load: what.load, lineDb: lineOf(plate) });
  if (!found) return unknown('fewer than two entries were measured');
  const entries = pictureEntries(orders);
  const pair = [entries.get(found.one.entry)!, entries.get(found.other.entry)!] as const;
  const { answer, otherwise } = pairAnswer(found.rows, [pair[0].name, pair[1].name], null);
  return known(
    markup(
      pairPicture(
        {
          title: `${title}: ${pair[0].name} against ${pair[1].name}`,
          condition: `${answer} The intervals hold for all rows at once; dB: how much louder ${pair[0].name} is there`,
          ...{ source, rows: found.rows, one: pair[0], other: pair[1] },
          alt: [answer, otherwise].filter(Boolean).join(' '),
        },
        size,
        theme,
      ),
    ),
  );
}

/** Places under every way to compare. */
export async function waysPlate(plate: ComparedPlate): Promise<Outcome<string>> {
  const { view, orders, what, lit, title, source, size, theme } = plate;
  const { response, place, load } = what;
  const found = await viewWays(view, { response, place, load, lineDb: lineOf(plate) });
  if (!found || found.ways.length === 0) return unknown('nothing was measured that could be compared');
  const entries = pictureEntries(orders);
  const nameOf = (entry: string) => entries.get(entry)?.name ?? entry;
  const label = found.loads.find(({ key }) => key === found.load)?.label ?? '';
  const firsts = found.ways.map(({ name, order, ties }) => {
    const tied = ties.find(({ better }) => better === 1);
    return `${name}: ${inARow(order.slice(0, tied?.worse ?? 1).map(nameOf))}${tied ? ' tie' : ''}`;
  });
  return known(
    markup(
      waysPicture(
        {
          title: `${title}: ways to compare`,
          condition: `${found.response.name}, ${label}; whoever is in one ring ties`,
          ...{ source, entries, lit, ways: found.ways },
          alt: `First ${firsts.join('; ')}.`,
        },
        size,
        theme,
      ),
    ),
  );
}

/** Who is surely under what was measured comes first, who gets there at no level last. */
const quietest = (dot: Dot) => ('value' in dot ? dot.value : 'under' in dot ? dot.under - 100 : Infinity);

/** The noise that each needs to be as good as the control: beyond the one line. */
export async function beyondPlate(plate: ComparedPlate): Promise<Outcome<string>> {
  const { view, orders, what, lit, title, source, size, theme } = plate;
  const { response, place, load } = what;
  const lineDb = lineOf(plate);
  const found = await viewJudgement(view, { response, place, load, lineDb });
  if (!found) return unknown('nothing was measured that could be compared');
  const { controlRiseK } = found.rule;
  if (controlRiseK === null) return unknown('no control is ranked at the line: there is nothing to match');
  const entries = pictureEntries(orders);
  const { decimals, unit, throttles, better } = found.shown.response;
  const dots = found.judged
    .map(({ placed: { entry }, detail: { noiseToHoldDba: level }, curve }): Dot => {
      const half = noiseToHold95(curve, controlRiseK);
      if (level.known && half !== null) return { entry, value: level.value, interval95: half };
      const under = holdsUnder(curve, controlRiseK, better);
      return under === null ? { entry, why: 'at no level' } : { entry, under };
    })
    .sort((a, b) => quietest(a) - quietest(b));
  const label = found.loads.find(({ key }) => key === found.load)?.label ?? '';
  const nameOf = (entry: string) => entries.get(entry)?.name ?? entry;
  const words = (dot: Dot) =>
    'value' in dot
      ? `${dot.value.toFixed(1)} ± ${dot.interval95.toFixed(1)} dB(A)`
      : 'under' in dot
        ? `under ${dot.under.toFixed(1)} dB(A)`
        : dot.why;
  return known(
    markup(
      dotsPicture(
        {
          ...{ dots, entries, source, lit, unit: 'dB(A)', decimals: 1 },
          title: `${title}: as ${throttles ? 'cool' : 'good'} as the control`,
          condition: `Noise to match ${controlRiseK.toFixed(decimals)} ${unit}, ${label}: less is quieter; ± is the 95 % interval of each`,
          alt: `Noise to match the control: ${dots.map((dot) => `${nameOf(dot.entry)} ${words(dot)}`).join(', ')}.`,
        },
        size,
        theme,
      ),
    ),
  );
}
