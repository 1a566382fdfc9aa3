import type { Outcome } from '@/core/outcome';
import { loadLabel } from '@/core/runs/load';
import type { ShownWhat } from '@/core/verdict/verdictSheet';
import { NIGHT, PAPER } from '@/formats/picture/pictureTheme';
import { orderCsv, orderLines, orderMarkdown, orderPlainHtml } from '@/formats/report/orderText';
import type { RoundUpView } from '../model/roundUpView';
import { orderWords } from './bundleOrders';
import { embedded, type EmbedKind } from './embedded';
import { orderPicture, orderTable } from './orderViews';
import { publishableOrders } from './publishableOrders';
import { pictureFont } from './reportFonts';

const TABLES = {
  md: { type: 'text/markdown', write: orderMarkdown },
  // As text: it is to be pasted, and not to be a page of ours.
  html: { type: 'text/plain', write: orderPlainHtml },
  csv: { type: 'text/csv', write: orderCsv },
  txt: { type: 'text/plain', write: orderLines },
};

/** An order of a round-up as a table to paste or to open elsewhere, under its covers. */
export async function orderFile(
  view: RoundUpView,
  what: ShownWhat,
  as: string,
): Promise<Outcome<{ type: string; text: string }>> {
  const { orders } = await publishableOrders(view);
  const order = orders.order(what);
  if (!order.known) return order;
  const { type, write } = TABLES[Object.hasOwn(TABLES, as) ? (as as keyof typeof TABLES) : 'csv'];
  return { known: true, value: { type, text: write(orderTable(order.value, orders)) } };
}

export interface PlateWish {
  kind: 'curves' | 'bars';
  night: boolean;
  lit: ReadonlySet<string>;
  /** Only so many of the order, from its end. */
  first?: number | undefined;
}

/** Signs of a video must be read at a third of its size. */
const SIZE = { width: 1920, height: 1080, scale: 2.3 };

/** A chart or ranking of a round-up at 16:9 as SVG with its font in it, under its covers. */
export async function orderPlate(
  view: RoundUpView,
  what: ShownWhat,
  wish: PlateWish,
): Promise<Outcome<{ type: string; text: string }>> {
  const { bundle, orders } = await publishableOrders(view);
  const order = orders.order(what);
  if (!order.known) return order;
  const { rig, title } = bundle.dataPackage;
  const svg = orderPicture(wish.kind, order.value, orders, {
    title: `${title}: ${orderWords(order.value)}, ${loadLabel(order.value.load)}`,
    source: `${rig.name}, ${bundle.runs.length} runs`,
    meterDistanceCm: rig.meterDistanceCm,
    size: SIZE,
    theme: wish.night ? NIGHT : PAPER,
    lit: wish.lit,
    first: wish.first,
  });
  const face = `<style>@font-face{font-family:'Archivo Variable';src:url(data:font/woff2;base64,${pictureFont()}) format('woff2');font-weight:100 900}</style>`;
  return { known: true, value: { type: 'image/svg+xml', text: svg.replace('<title>', `${face}<title>`) } };
}

/** A chart or an order of a round-up as a small page for a frame elsewhere, under its covers. */
export async function orderEmbed(
  view: RoundUpView,
  what: ShownWhat,
  kind: EmbedKind,
): Promise<Outcome<{ type: string; text: string }>> {
  const { bundle, orders } = await publishableOrders(view);
  const order = orders.order(what);
  if (!order.known) return order;
  const { rig, title } = bundle.dataPackage;
  const text = embedded(kind, order.value, orders, {
    ...{ title, source: `${rig.name}, ${bundle.runs.length} runs`, meterDistanceCm: rig.meterDistanceCm },
    version: null,
  });
  return { known: true, value: { type: 'text/html', text } };
}
