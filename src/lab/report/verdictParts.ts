import { loadLabel } from '@/core/runs/load';
import { awardWords } from '@/core/verdict/awards';
import { withFigures } from '@/core/verdict/references';
import type { VerdictPart } from '@/core/verdict/verdictSheet';
import { sentence } from '@/core/words';
import { markdownHtml } from '@/formats/report/markdown';
import type { ReportPart } from '@/formats/report/reportData';
import { orderWords } from './orders/bundleOrders';
import type { Made } from './made';
import { soundsPart } from './soundsPart';
import { orderPicture, orderTable, placeWords } from './orders/orderViews';

/** Markdown with its live figures, as HTML. */
export function told(made: Made, text: string): string {
  if (text.trim() === '') return '';
  const found = withFigures(text, made.orders.figure);
  made.broken.push(...found.broken);
  return markdownHtml(found.text);
}

const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

function entriesPart(made: Made, part: VerdictPart): ReportPart {
  const { orders, verdict } = made;
  const order = orders.order(part.what);
  return {
    ...{ kind: 'entries', title: part.title, html: told(made, part.body) },
    entries: orders.entries.map(({ entry, name, maker, fans, position, price, facts }) => {
      const words = verdict.entries.find((other) => other.entry === entry);
      const placed = order.known
        ? order.value.ranking.placed.find((other) => other.entry === entry)
        : undefined;
      const out = order.known
        ? order.value.ranking.notPlaced.find((other) => other.entry === entry)
        : undefined;
      const { decimals, unit } = order.known ? order.value.response : { decimals: 1, unit: '' };
      const standing = placed
        ? `place ${placeWords(placed)}, ${placed.value.toFixed(decimals)} ± ${placed.interval95.toFixed(decimals)} ${unit} at ${placed.levelDb.toFixed(1)} dB(A)`
        : (out?.reason ?? '');
      const money = price.known ? `${price.value.toFixed(2)} ${orders.brief.limits.currency}` : '';
      return {
        ...{ name, position, line: [maker, fans, money, standing].filter(Boolean).join(' · ') },
        facts,
        ...{ pros: words?.pros ?? [], cons: words?.cons ?? [], html: told(made, words?.note ?? '') },
        photos: (words?.photos ?? []).flatMap(({ photo, alt }) => {
          const bytes = made.photos.get(photo);
          const type = TYPES[photo.split('.').pop()!];
          return bytes && type ? [{ alt: alt || `photograph of ${name}`, type, bytes }] : [];
        }),
      };
    }),
  };
}

/** A part of the verdict as its report shows it. */
export function partOf(made: Made, part: VerdictPart): ReportPart {
  const { orders, verdict, bundle } = made;
  const html = told(made, part.body);
  const { kind, title } = part;
  if (kind === 'entries') return entriesPart(made, part);
  if (kind === 'awards') {
    const nameOf = (entry: string) => orders.find(entry)?.name ?? null;
    const words = verdict.awards.map((award) => awardWords(award, orders.offers, nameOf));
    for (const word of words) if (!word.known) made.broken.push(word.reason);
    const given = new Set(verdict.awards.map((award) => award.kind));
    return {
      ...{ kind, title, html },
      given: words.flatMap((word) => (word.known ? [word.value] : [])),
      refused: orders.offers.flatMap(({ kind: award, name, offer }) =>
        !offer.known && !given.has(award) ? [`${name}: not given. ${sentence(offer.reason)}.`] : [],
      ),
    };
  }
  if (kind === 'sounds') return soundsPart(made, part, html);
  if (kind === 'text' || kind === 'links') return { kind: 'text', title, html };
  const order = orders.order(part.what);
  // Where nothing was measured of it, its text alone is printed, and no heading where there is no text.
  if (!order.known) return { kind: 'text', title, html };
  const heading = title || `${orderWords(order.value)}, ${loadLabel(order.value.load)}`;
  if (kind === 'ranking') {
    const table = orderTable(order.value, orders);
    return {
      ...{ kind, title: heading, html },
      order: table,
    };
  }
  return {
    ...{ kind: 'picture', title, html },
    svg: orderPicture(kind, order.value, orders, {
      title: heading,
      source: made.source,
      meterDistanceCm: bundle.dataPackage.rig.meterDistanceCm,
    }),
  };
}
