import { createHash } from 'node:crypto';
import { loadLabel } from '@/core/runs/load';
import { OWN_WHAT } from '@/core/verdict/verdictSheet';
import type { BundleFiles } from '@/formats/bundle/bundleFiles';
import { steadyZip } from '@/formats/bundle/steadyZip';
import { orderCsv } from '@/formats/report/orderText';
import { siteFeed } from '@/formats/report/siteFeed';
import { siteIndex, siteRoundUp, type SiteRoundUp, type SiteVersion } from '@/formats/report/siteHtml';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import { orderWords, type BundleOrders } from './orders/bundleOrders';
import { linkPreview } from './linkPreview';
import { leadOf, PREVIEW_FILE, withPreview } from './linkTags';
import type { BundleRanking } from '../model/rankBundle';
import { reportOf } from './bundleReport';
import { orderPicture, orderTable } from './orders/orderViews';
import { embedded } from './orders/embedded';
import { reportFonts } from './reportFonts';
import { SITE_LIST, siteListOf, siteListText } from './siteList';

const encode = (text: string) => new TextEncoder().encode(text);

/** An id that no other data have, as RFC 4122 writes one. */
function urnOf(...parts: (string | Uint8Array)[]): string {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part).update('\n');
  const hex = hash.digest('hex');
  return `urn:uuid:${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

function slugOf(name: string, taken: ReadonlySet<string>): string {
  const slug =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'round-up';
  let free = slug;
  for (let n = 2; taken.has(free); n += 1) free = `${slug}-${n}`;
  return free;
}

/** An order as it stands in the picture of a link. */
function previewBars({ ranking, response }: BundleRanking, orders: BundleOrders) {
  const { decimals, unit } = response;
  return ranking.placed.flatMap(({ entry, value, interval95 }) => {
    const found = orders.find(entry);
    const figure = `${value.toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    return found ? [{ name: found.name, position: found.position, value, figure }] : [];
  });
}

async function versionOf(
  files: BundleFiles,
  number: number,
  about: ReportVersion | null,
  /** Where its folder will stand, ending in “/”; empty where nobody said. */
  address: string,
) {
  const { bundle, orders, write } = await reportOf(files);
  const { html, data, broken } = write(about);
  const { rig, title } = bundle.dataPackage;
  const order = orders.order(OWN_WHAT);
  const zip = steadyZip(files);
  const lead = leadOf(orders);
  const preview = await linkPreview({
    ...{ title, lead, source: data.rigLine },
    bars: order.known ? previewBars(order.value, orders) : [],
  });
  const made: { name: string; what: string; bytes: Uint8Array }[] = [
    { name: 'index.html', what: 'The report', bytes: encode(withPreview(html, { title, lead, address })) },
    { name: PREVIEW_FILE, what: 'Picture for links to it', bytes: preview },
  ];
  if (order.known) {
    const words = {
      title: `${title}: ${orderWords(order.value)}, ${loadLabel(order.value.load)}`,
      source: data.rigLine,
      meterDistanceCm: rig.meterDistanceCm,
    };
    made.push(
      {
        name: 'curves.svg',
        what: 'Curves',
        bytes: encode(orderPicture('curves', order.value, orders, words)),
      },
      {
        name: 'ranking.svg',
        what: 'Ranking',
        bytes: encode(orderPicture('bars', order.value, orders, words)),
      },
      ...(['curves', 'ranking'] as const).map((name) => ({
        name: `${name}.html`,
        what: name === 'curves' ? 'Curves, for a frame' : 'Ranking, for a frame',
        bytes: encode(
          embedded(name === 'curves' ? 'curves' : 'table', order.value, orders, {
            ...words,
            title,
            version: about,
          }),
        ),
      })),
      {
        name: 'ranking.csv',
        what: 'Ranking as CSV',
        bytes: encode(orderCsv(orderTable(order.value, orders))),
      },
    );
  }
  made.push({ name: 'data.zip', what: 'Data package, with its schema', bytes: zip });
  const days = bundle.runs.map(({ run }) => run.startedAt.slice(0, 10)).filter((day) => /^\d{4}-/.test(day));
  const version: SiteVersion = {
    ...{
      folder: `version-${number}`,
      number,
      title,
      rigLine: data.rigLine,
      urn: urnOf(title, String(number), zip),
    },
    day: about?.publishedAt.slice(0, 10) ?? days.sort().at(-1) ?? '',
    lead,
    files: made.slice(1).map(({ name, what }) => ({ name, what })),
  };
  return { version, made, problems: [...data.problems, ...broken] };
}

/** A bundle as a version of a site. */
export interface SiteBundle {
  path: string;
  files: BundleFiles;
  name: string;
  /** How it was published; null where nothing says so. */
  version?: ReportVersion | null;
}

/**
 * Published versions as static files, by their paths: bundles of one name are the versions of one round-up, in the order
 * given. The same bundles give the same bytes; no page asks for anything from elsewhere.
 *
 * @throws UnusableInput where one is no bundle
 */
export async function staticSite(
  bundles: readonly SiteBundle[],
  /** Where the folder will stand, for whoever shows links to it: such pictures are asked for by their whole address. */
  address = '',
): Promise<{ files: Map<string, Uint8Array>; problems: string[] }> {
  const roundUps = new Map<string, SiteRoundUp>();
  const files = new Map<string, Uint8Array>();
  const problems: string[] = [];
  for (const { path, files: given, name, version: about = null } of bundles) {
    const taken = new Set([...roundUps.values()].map(({ folder }) => folder));
    const roundUp = roundUps.get(name) ?? { folder: slugOf(name, taken), title: '', versions: [] };
    const number = about?.number ?? roundUp.versions.length + 1;
    const {
      version,
      made,
      problems: found,
    } = await versionOf(given, number, about, address && `${address}/${roundUp.folder}/version-${number}/`);
    roundUps.set(name, { ...roundUp, title: version.title, versions: [...roundUp.versions, version] });
    for (const { name: file, bytes } of made) files.set(`${roundUp.folder}/${version.folder}/${file}`, bytes);
    problems.push(...found.map((problem) => `${path}: ${problem}`));
  }
  const all = [...roundUps.values()];
  const fonts = reportFonts();
  for (const roundUp of all) files.set(`${roundUp.folder}/index.html`, encode(siteRoundUp(roundUp, fonts)));
  files.set('index.html', encode(siteIndex(all, fonts)));
  files.set('feed.xml', encode(siteFeed(all)));
  files.set(SITE_LIST, encode(siteListText(siteListOf(files))));
  return { files, problems };
}
