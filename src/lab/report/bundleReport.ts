import { zipSync } from 'fflate';
import { methodCard } from '@/core/brief/methodCard';
import { methodDone } from '@/core/brief/methodDone';
import { questionOf } from '@/core/brief/questions';
import { AXES } from '@/core/curves/axis';
import { levelOfRun } from '@/core/levels/meterMean';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { setupWords } from '@/core/rig/setupDifferences';
import { changeWords } from '@/core/runs/changeWords';
import type { LabRun } from '@/core/runs/labRun';
import { loadLabel } from '@/core/runs/load';
import { awardWords } from '@/core/verdict/awards';
import { inARow, orderSentences } from '@/core/verdict/orderSentences';
import { withFigures } from '@/core/verdict/references';
import { firstVerdict, type Verdict, type VerdictPart } from '@/core/verdict/verdictSheet';
import type { BundleFiles } from '@/formats/bundle/bundleFiles';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { barsPicture } from '@/formats/picture/barsPicture';
import { curvesPicture, type PictureEntry } from '@/formats/picture/curvesPicture';
import { PAPER } from '@/formats/picture/pictureTheme';
import { problemText } from '@/formats/problem';
import { markdownHtml } from '@/formats/report/markdown';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import type { OrderTable, ReportData, ReportPart } from '@/formats/report/reportData';
import { reportHtml } from '@/formats/report/reportHtml';
import type { BundleRanking } from '../rankBundle';
import { reduceBundleRun } from '../reduceBundleRun';
import { reportFonts } from './reportFonts';
import { bundleOrders, orderWords, type BundleOrders } from './bundleOrders';

const SIZE = { width: 960, height: 560, scale: 1 };
/** Data up to this size go with the report; larger ones without their logs. */
const MOST_DATA = 900 * 1024;
/** By the local calendar, since a zip keeps no zone: the same bytes everywhere. */
const LONG_AGO = new Date(1990, 0, 1);

const placeWords = ({ placeFrom, placeTo }: PlacedEntry) =>
  placeFrom === placeTo ? String(placeFrom) : `${placeFrom}–${placeTo}`;

function standingWords({ status, at, restated }: PlacedEntry, { against, response }: BundleRanking): string {
  const axis = AXES[against];
  if (status === 'tops-out') return `tops out at ${at.toFixed(axis.decimals)} ${axis.unit}`;
  if (restated) return 'one setting, restated by the fan laws';
  if (!response.throttles) return '';
  return status === 'throttled' ? 'does not hold the load' : 'holds the load';
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
        },
        place: placeWords(placed),
        value: figure(placed.value),
        interval95: figure(placed.interval95),
        levelDb: placed.levelDb.toFixed(1),
        resistance: isRise && placed.resistanceKPerW !== null ? placed.resistanceKPerW.toFixed(3) : '',
        atReference: isRise ? placed.temperatureAtReferenceC.toFixed(1) : '',
        price: entry.price.known ? `${entry.price.value.toFixed(2)} ${currency}` : '–',
        standing: standingWords(placed, order),
      };
    }),
    sentences: ranking.brackets.flatMap((bracket) => bracketSentences(bracket, names, scale)),
    notPlaced: ranking.notPlaced.map(({ entry, reason }) => ({ name: nameOf(entry), reason })),
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
    first?: number;
  },
): string {
  const { response, against, at, ranking, curves } = order;
  const axis = AXES[against];
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
    return barsPicture(
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
    );
  const what = response.throttles
    ? 'rise over room air, K'
    : `${response.name.toLowerCase()}, ${response.unit}`;
  return curvesPicture(
    {
      ...common,
      curves: shown ? curves.filter(({ entry }) => shown.has(entry)) : curves,
      xTitle:
        against === 'noise'
          ? `noise, dB(A) at ${given.meterDistanceCm} cm, room taken off`
          : `${axis.name}, ${axis.unit}`,
      yTitle: what,
      line: { at, text: `${at.toFixed(axis.decimals)} ${axis.unit}` },
    },
    size,
    given.theme ?? PAPER,
  );
}

interface Made {
  bundle: Bundle;
  orders: BundleOrders;
  verdict: Verdict;
  photos: ReadonlyMap<string, Uint8Array>;
  source: string;
  /** References that stand for nothing, as they were met. */
  broken: string[];
}

/** Markdown with its live figures, as HTML. */
function told(made: Made, text: string): string {
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
    entries: orders.entries.map(({ entry, name, maker, fans, position, price }) => {
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

function partOf(made: Made, part: VerdictPart): ReportPart {
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
        !offer.known && !given.has(award)
          ? [`${name}: not given. ${offer.reason[0]!.toUpperCase()}${offer.reason.slice(1)}.`]
          : [],
      ),
    };
  }
  if (kind === 'text' || kind === 'links') return { kind: 'text', title, html };
  const order = orders.order(part.what);
  if (!order.known)
    return { kind: 'text', title, html: `${html}${markdownHtml(`Nothing to show: ${order.reason}`)}` };
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

/** The runs of a bundle as the method card counts them. */
function countedRuns(bundle: Bundle): LabRun[] {
  const { rig, method } = bundle.dataPackage;
  const controls = new Set(bundle.entries.filter(({ isControl }) => isControl).map(({ entry }) => entry));
  return bundle.runs.flatMap(({ run, trace, readings }, id): LabRun[] => {
    const reduction = reduceBundleRun(run, trace, { limitC: rig.limitC, windowS: method.windowS });
    if (!reduction.known) return [];
    return [
      {
        ...run,
        ...{
          id,
          label: run.run,
          product: run.entry,
          isControl: controls.has(run.entry),
          hasTrace: trace !== null,
        },
        ...{ isOlder: false, version: 1, fanCount: null, productId: 0 },
        level: levelOfRun(run, readings),
        reduction: reduction.value,
      },
    ];
  });
}

function sourceOf({ dataPackage, runs }: Bundle): string {
  const days = runs
    .map(({ run }) => run.startedAt.slice(0, 10))
    .filter(Boolean)
    .sort();
  const when =
    days.length === 0 ? '' : days[0] === days.at(-1) ? `, ${days[0]}` : `, ${days[0]} to ${days.at(-1)!}`;
  return `${dataPackage.rig.name}, ${runs.length} runs${when}`;
}

/** The bundle to take along: whole, or without its logs where it is too large. */
function attached(files: BundleFiles, name: string): Pick<ReportData, 'data' | 'dataNote'> {
  const zipped = (all: boolean) =>
    zipSync(
      Object.fromEntries(
        [...files]
          .filter(([path]) => !path.startsWith('photos/') && (all || !path.startsWith('traces/')))
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([path, bytes]) => [path, bytes]),
      ),
      { level: 6, mtime: LONG_AGO },
    );
  const slug = name.replace(/[^A-Za-z0-9._-]+/g, '-').slice(0, 60) || 'round-up';
  const raw = [...files.values()].reduce((sum, { length }) => sum + length, 0);
  // Logs pack to a fifth: far larger ones need not be packed to be known as too large.
  const whole = raw <= 12 * MOST_DATA ? zipped(true) : null;
  if (whole && whole.length <= MOST_DATA)
    return { data: { name: `${slug}.zip`, bytes: whole }, dataNote: 'All tables and logs, as open data.' };
  const tables = zipped(false);
  return tables.length <= MOST_DATA
    ? {
        data: { name: `${slug}-tables.zip`, bytes: tables },
        dataNote: `All tables as open data; the logs are larger than a page should be, and go in the bundle.`,
      }
    : { data: null, dataNote: 'The data are too large to go with this page: ask for the bundle.' };
}

export interface BundleReport {
  html: string;
  data: ReportData;
  /** References and awards that stand for nothing: nothing is published with them. */
  broken: string[];
}

/**
 * The verdict of a bundle as one file: as it was written, or order, curves and each entry where nothing was. The same files and
 * version give the same bytes.
 * @throws UnusableInput where it is no bundle
 */
export function bundleReport(files: BundleFiles, version: ReportVersion | null = null): BundleReport {
  return reportOf(files).write(version);
}

/** A bundle read once, with its orders, to be written as a report of whatever version. */
export interface ReadyReport {
  orders: BundleOrders;
  write: (version: ReportVersion | null) => BundleReport;
}

/** @throws UnusableInput where it is no bundle */
export function reportOf(files: BundleFiles): ReadyReport {
  const bundle = readBundle(files);
  const orders = bundleOrders(bundle);
  return { orders, write: (version) => written(files, bundle, orders, version) };
}

function written(
  files: BundleFiles,
  bundle: Bundle,
  orders: BundleOrders,
  version: ReportVersion | null,
): BundleReport {
  const { dataPackage } = bundle;
  const { planning, rig } = dataPackage;
  const photos = new Map(
    bundle.others.flatMap(({ path, bytes }) =>
      path.startsWith('photos/') ? [[path.slice(7), bytes] as const] : [],
    ),
  );
  const verdict = planning.verdict ?? firstVerdict();
  const made: Made = { bundle, orders, verdict, photos, source: sourceOf(bundle), broken: [] };
  const nameOf = (entry: string) => orders.find(entry)?.name ?? entry;
  const own = orders.order({ response: 'rise', place: '', against: 'noise', at: null, load: '' });
  const summary =
    told(made, verdict.summary) ||
    (own.known
      ? markdownHtml(orderSentences(own.value.ranking, nameOf).slice(0, 4).map(plainText).join(' '))
      : '');
  const revision = planning.revisions.find((other) => other.revision === planning.revision);
  const cardRig = { ...rig, revision: planning.revision ?? 1 };
  const entries = bundle.entries.map(({ entry, isControl }) => ({ entry, isControl }));
  const { one } = questionOf(orders.brief.question);
  const data: ReportData = {
    title: dataPackage.title,
    rigLine: `${inARow([...new Set(orders.brief.loads.map(({ watts }) => `${watts} W`))])}, ${one}s compared at ${orders.brief.noiseLinesDba[0]!.toFixed(1)} dB(A); ${made.source}`,
    ...{ version, summary },
    parts: verdict.parts.map((part) => partOf(made, part)),
    method: methodCard(orders.brief, cardRig, methodDone(orders.brief, countedRuns(bundle), entries)),
    rig: [
      { what: 'bench', value: `${rig.name}, revision ${cardRig.revision}` },
      ...(revision
        ? setupWords(revision.setup)
        : [
            { what: 'enclosure', value: rig.enclosure },
            { what: 'meter distance', value: `${rig.meterDistanceCm} cm` },
            { what: 'temperature limit', value: `${rig.limitC} °C` },
          ]),
      ...(planning.book?.instruments ?? []).map(({ kind, name, grade, resolution }) => ({
        what: kind,
        value: [name, grade, resolution && `steps of ${resolution}`].filter(Boolean).join(', '),
      })),
    ],
    setAside: bundle.runs
      .filter(({ run }) => run.setAside !== '')
      .map(({ run }) => ({
        run: run.run,
        name: nameOf(run.entry),
        setting: run.setting,
        reason: run.setAside,
      })),
    changes: bundle.changes.map((change) => ({
      ...{ run: change.run, at: change.changedAt.slice(0, 16).replace('T', ' '), who: change.who },
      what: changeWords(change),
    })),
    problems: bundle.problems.map(problemText),
    ...attached(files, dataPackage.name),
  };
  return { html: reportHtml(data, reportFonts()), data, broken: made.broken };
}

/** A sentence whose signs are no Markdown: names are what they are. */
function plainText(text: string): string {
  return text.replace(/([\\`*_{}[\]()#+\-.!|<>~])/g, '\\$1');
}
