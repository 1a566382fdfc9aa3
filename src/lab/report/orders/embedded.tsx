/** @jsxImportSource preact */
import { loadLabel } from '@/core/runs/load';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import { dayWords } from '@/core/timeWords';
import { embedHtml } from '@/formats/report/embedHtml';
import { Made } from '@/formats/markup/markup';
import { Order } from '@/formats/report/order';
import type { BundleRanking } from '@/lab/model/rankBundle';
import { orderWords, type BundleOrders } from './bundleOrders';
import { orderPicture, orderTable } from './orderViews';
import { reportFonts } from '../reportFonts';

export type EmbedKind = 'curves' | 'bars' | 'table';

/** A chart or an order as a small page for a frame in another page. */
export function embedded(
  kind: EmbedKind,
  order: BundleRanking,
  orders: BundleOrders,
  from: { title: string; source: string; meterDistanceCm: number; version: ReportVersion | null },
): string {
  const condition = `${orderWords(order)}, ${loadLabel(order.load)}`;
  const version = from.version
    ? `version ${from.version.number}, published ${dayWords(from.version.publishedAt)}`
    : 'a draft';
  const part =
    kind === 'table' ? (
      <Order order={orderTable(order, orders)} />
    ) : (
      <figure>
        <Made html={orderPicture(kind, order, orders, { ...from, title: condition })} />
      </figure>
    );
  const about = `${from.title}, ${version}. ${condition}. ${from.source}.`;
  return embedHtml({ title: `${from.title}: ${condition}`, about, part }, reportFonts());
}
