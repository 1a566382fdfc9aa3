import { h } from 'preact';
import { orderSentences } from '@/core/verdict/orderSentences';
import { OWN_WHAT } from '@/core/verdict/verdictSheet';
import { markup } from '@/formats/markup/markup';
import { PREVIEW } from '@/formats/picture/previewPicture';
import type { BundleOrders } from './orders/bundleOrders';

export const PREVIEW_FILE = 'preview.png';

/** What a link to a report shows of it. */
export interface LinkTags {
  title: string;
  lead: string;
  /** Where the report's folder stands, ending in “/”; empty where nobody said. */
  address: string;
}

/** The order of a bundle in one sentence, as links show it. */
export function leadOf(orders: BundleOrders): string {
  const order = orders.order(OWN_WHAT);
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  return (order.known && orderSentences(order.value.ranking, nameOf)[0]) || 'No entry is ranked.';
}

function tagsOf({ title, lead, address }: LinkTags): string {
  const tags = {
    'og:type': 'article',
    'og:title': title,
    'og:description': lead,
    'og:image': `${address}${PREVIEW_FILE}`,
    'og:image:width': String(PREVIEW.width),
    'og:image:height': String(PREVIEW.height),
    ...(address === '' ? {} : { 'og:url': `${address}index.html` }),
  };
  return Object.entries(tags)
    .map(([property, content]) => markup(h('meta', { property, content })))
    .join('');
}

/** A report that tells what to show of it where somebody links to it. It asks for nothing itself. */
export function withPreview(html: string, tags: LinkTags): string {
  return html.replace('<title>', () => `${tagsOf(tags)}<title>`);
}

/** The same report without these tags, where they say what the data give; unchanged where they do not. */
export function withoutPreview(html: string, { title, lead }: Omit<LinkTags, 'address'>): string {
  const [, address = ''] =
    /property="og:image" content="(https?:\/\/[^\s"<>]*\/)preview\.png"/.exec(html) ?? [];
  return html.replace(`${tagsOf({ title, lead, address })}<title>`, () => '<title>');
}
