import { AXES } from '@/core/curves/axis';
import { curveTitles } from '@/core/curves/shown/curveTitles';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { loadLabel } from '@/core/runs/load';
import { markup } from '@/formats/markup/markup';
import { barsPicture } from '@/formats/picture/barsPicture';
import { curvesPicture } from '@/formats/picture/curvesPicture';
import type { PictureEntry } from '@/formats/picture/picture';
import { PAPER } from '@/formats/picture/pictureTheme';
import type { OrderTable } from '@/formats/report/reportData';
import type { BundleRanking } from '@/lab/model/rankBundle';
import { holdsWords } from '@/core/ranking/standingWords';
import { orderWords, type BundleOrders } from './bundleOrders';

const SIZE = { width: 960, height: 560, scale: 1 };

/** A place as readers see it: “2–4”. */
export const placeWords = ({ placeFrom, placeTo }: PlacedEntry) =>
  placeFrom === placeTo ? String(placeFrom) : `${placeFrom}–${placeTo}`;

function standingWords({ status, at, restated }: PlacedEntry, { against, response }: BundleRanking): string {
  const axis = AXES[against];
  if (status === 'tops-out') return `tops out at ${at.toFixed(axis.decimals)} ${axis.unit}`;
  if (restated) return 'one setting, converted by the fan laws';
  if (!response.throttles) return '';
  return holdsWords(status);
}

/** An order as readers see it. */
export function orderTable(order: BundleRanking, orders: BundleOrders): OrderTable {
  const { response, ranking } = order;
  const isRise = response.throttles;
  const { currency } = orders.brief.limits;
  const figure = (value: number) => value.toFixed(response.decimals);
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  const names = ranking.placed.map(({ entry }) => nameOf(entry));
  const scale = { factor: 1, decimals: response.decimals, unit: response.unit };
  return {
    heading: isRise ? 'Rise, K' : `${response.name}, ${response.unit}`,
    referenceHeading: isRise ? `In a ${orders.brief.referenceAmbientC} °C room, °C` : '',
    rows: ranking.placed.map((placed) => {
      const entry = orders.find(placed.entry)!;
      return {
        ...{
          entry: placed.entry,
          position: entry.position,
          name: entry.name,
          maker: entry.maker,
          fans: entry.fans,
          layout: entry.layout,
        },
        place: placeWords(placed),
        value: figure(placed.value),
        interval95: figure(placed.interval95),
        levelDb: placed.levelDb.toFixed(1),
        resistance:
          isRise && placed.resistanceKPerW !== null && orders.powered.has(placed.entry)
            ? placed.resistanceKPerW.toFixed(3)
            : '',
        atReference: isRise ? placed.temperatureAtReferenceC.toFixed(1) : '',
        price: entry.price.known ? `${entry.price.value.toFixed(2)} ${currency}` : '–',
        standing: standingWords(placed, order),
      };
    }),
    sentences: ranking.brackets.flatMap((bracket) => bracketSentences(bracket, names, scale)),
    notPlaced: ranking.notPlaced.map(({ entry, reason }) => ({ name: nameOf(entry), reason })),
    bridged: order.bridged.map(
      ({ entry, value, interval95, there, from, by }) =>
        `⤳ ${nameOf(entry)}: ${figure(value)} ± ${figure(interval95)} K, bridged from ${from}, where it was ${figure(there)} K${by && ` (${by})`}.`,
    ),
  };
}

/** Entries by id as pictures draw them. */
export function pictureEntries({ entries }: BundleOrders): Map<string, PictureEntry> {
  return new Map(entries.map(({ entry, name, position }) => [entry, { name, position }]));
}

/** What an order says in one sentence or two: the alternative text of its picture, made from the data. */
export function altOf(order: BundleRanking, orders: BundleOrders): string {
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  const { decimals, unit } = order.response;
  const figures = order.ranking.placed
    .slice(0, 12)
    .map(
      (placed) =>
        `${nameOf(placed.entry)} ${placed.value.toFixed(decimals)} ± ${placed.interval95.toFixed(decimals)} ${unit}`,
    );
  return `${orderWords(order)}, ${loadLabel(order.load)}: ${figures.join(', ') || 'nothing has a place'}.`;
}

/** A picture of an order, as curves or as bars. */
export function orderPicture(
  kind: 'curves' | 'bars',
  order: BundleRanking,
  orders: BundleOrders,
  given: {
    title: string;
    source: string;
    meterDistanceCm: number;
    size?: { width: number; height: number; scale: number };
    theme?: typeof PAPER;
    lit?: ReadonlySet<string>;
    /** Only so many of the order are drawn; all where it is not given. */
    first?: number | undefined;
  },
): string {
  const { response, against, at, ranking, curves } = order;
  const shown =
    given.first === undefined ? null : new Set(ranking.placed.slice(-given.first).map(({ entry }) => entry));
  const common = {
    entries: pictureEntries(orders),
    title: given.title,
    condition: `${orderWords(order)}, ${loadLabel(order.load)}; ± is the 95 % interval`,
    source: given.source,
    decimals: response.decimals,
    lit: given.lit ?? new Set<string>(),
    alt: altOf(order, orders),
  };
  const size = given.size ?? SIZE;
  if (kind === 'bars')
    return markup(
      barsPicture(
        {
          ...common,
          unit: response.unit,
          bars: ranking.placed
            .filter(({ entry }) => !shown || shown.has(entry))
            .map((placed) => ({
              ...{
                entry: placed.entry,
                place: placeWords(placed),
                value: placed.value,
                interval95: placed.interval95,
              },
              levelDb: placed.levelDb,
              remark: placed.status === 'ranked' ? '' : standingWords(placed, order),
            })),
        },
        size,
        given.theme ?? PAPER,
      ),
    );
  const { xTitle, yTitle, lineText } = curveTitles(response, against, given.meterDistanceCm);
  return markup(
    curvesPicture(
      {
        ...{ ...common, xTitle, yTitle },
        curves: shown ? curves.filter(({ entry }) => shown.has(entry)) : curves,
        line: { at, text: lineText(at) },
        rings: ranking.placed.filter(({ entry }) => !shown || shown.has(entry)),
      },
      size,
      given.theme ?? PAPER,
    ),
  );
}
