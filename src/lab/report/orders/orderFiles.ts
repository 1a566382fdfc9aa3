import type { Outcome } from '@/core/outcome';
import { loadLabel } from '@/core/runs/load';
import type { ShownWhat } from '@/core/verdict/verdictSheet';
import { NIGHT, PAPER } from '@/formats/picture/pictureTheme';
import { orderPlainHtml } from '@/formats/report/orderPlainHtml';
import { orderCsv, orderLines, orderMarkdown } from '@/formats/report/orderText';
import type { RoundUpView } from '@/lab/model/roundUpView';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { BundleRanking } from '@/lab/model/rankBundle';
import { orderWords, type BundleOrders } from './bundleOrders';
import { beyondPlate, pairPlate, waysPlate } from './comparedPlates';
import { embedded, type EmbedKind } from './embedded';
import { orderPicture, orderTable } from './orderViews';
import { publishableOrders } from './publishableOrders';
import { pictureFont } from '../reportFonts';

const TABLES = {
  md: { type: 'text/markdown', write: orderMarkdown },
  // As text: it is to be pasted, and not to be a page of ours.
  html: { type: 'text/plain', write: orderPlainHtml },
  csv: { type: 'text/csv', write: orderCsv },
  txt: { type: 'text/plain', write: orderLines },
};

interface TextFile {
  type: string;
  text: string;
}

/** What is made of an order of a round-up, under its covers; why there is none where it has none. */
async function fromOrder(
  view: RoundUpView,
  what: ShownWhat,
  write: (order: BundleRanking, about: { bundle: Bundle; orders: BundleOrders }) => TextFile,
): Promise<Outcome<TextFile>> {
  const about = await publishableOrders(view);
  const order = about.orders.order(what);
  return order.known ? { known: true, value: write(order.value, about) } : order;
}

const sourceOf = ({ dataPackage, runs }: Bundle) => `${dataPackage.rig.name}, ${runs.length} runs`;

/** An order of a round-up as a table to paste or to open elsewhere. */
export function orderFile(view: RoundUpView, what: ShownWhat, as: string): Promise<Outcome<TextFile>> {
  const { type, write } = TABLES[Object.hasOwn(TABLES, as) ? (as as keyof typeof TABLES) : 'csv'];
  return fromOrder(view, what, (order, { orders }) => ({ type, text: write(orderTable(order, orders)) }));
}

export const PLATE_KINDS = ['bars', 'curves', 'pair', 'ways', 'beyond'] as const;

export interface PlateWish {
  kind: (typeof PLATE_KINDS)[number];
  night: boolean;
  /** Whom it speaks of; of a pair the two. */
  lit: ReadonlySet<string>;
  /** Only so many of the order, from its end. */
  first?: number | undefined;
}

/** Signs of a video must be read at a third of its size. */
const SIZE = { width: 1920, height: 1080, scale: 2.3 };

const COMPARED = { pair: pairPlate, ways: waysPlate, beyond: beyondPlate };

/** A picture with its font in it, as it goes into a video. */
function asPlate(svg: string): TextFile {
  const face = `<style>@font-face{font-family:'Archivo Variable';src:url(data:font/woff2;base64,${pictureFont()}) format('woff2');font-weight:100 900}</style>`;
  return { type: 'image/svg+xml', text: svg.replace('<title>', `${face}<title>`) };
}

/** A chart, ranking or comparison of a round-up at 16:9 as SVG, under its covers. */
export async function orderPlate(
  view: RoundUpView,
  what: ShownWhat,
  { kind, night, lit, first }: PlateWish,
): Promise<Outcome<TextFile>> {
  const theme = night ? NIGHT : PAPER;
  if (kind === 'curves' || kind === 'bars')
    return fromOrder(view, what, (order, { bundle, orders }) => {
      const { rig, title } = bundle.dataPackage;
      const words = `${title}: ${orderWords(order)}, ${loadLabel(order.load)}`;
      const given = { title: words, source: sourceOf(bundle), meterDistanceCm: rig.meterDistanceCm };
      return asPlate(orderPicture(kind, order, orders, { ...given, size: SIZE, theme, lit, first }));
    });
  const { bundle, orders } = await publishableOrders(view);
  const { title } = bundle.dataPackage;
  const made = await COMPARED[kind]({
    ...{ view, orders, what, lit, title, source: sourceOf(bundle), size: SIZE, theme },
  });
  return made.known ? { known: true, value: asPlate(made.value) } : made;
}

/** A chart or an order of a round-up as a small page for a frame elsewhere, under its covers. */
export function orderEmbed(view: RoundUpView, what: ShownWhat, kind: EmbedKind): Promise<Outcome<TextFile>> {
  return fromOrder(view, what, (order, { bundle, orders }) => {
    const { rig, title } = bundle.dataPackage;
    const words = { title, source: sourceOf(bundle), meterDistanceCm: rig.meterDistanceCm, version: null };
    return { type: 'text/html', text: embedded(kind, order, orders, words) };
  });
}
