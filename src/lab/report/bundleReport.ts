import { inARow } from '@/core/words';
import { steadyZipOfAtMost } from '@/formats/bundle/steadyZip';
import { methodCard } from '@/core/brief/methodCard';
import { methodDone } from '@/core/brief/methodDone';
import { loadLabel } from '@/core/runs/load';
import { briefLoad, isWithoutHeat, type Brief } from '@/core/brief/brief';
import { isAboutCases, isByAir, questionOf } from '@/core/brief/questions';
import { RESPONSES, RISE } from '@/core/responses/responses';
import { instrumentDoubt } from '@/core/rig/instrumentDoubt';
import { withinRange } from '@/core/levels/meterRange';
import { levelOfRun } from '@/core/levels/meterMean';
import { instrumentWords } from '@/core/rig/instrumentWords';
import { setupWords } from '@/core/rig/setupDifferences';
import { changeWords } from '@/core/runs/changeWords';
import type { LabRun } from '@/core/runs/labRun';
import { orderSentences } from '@/core/verdict/orderSentences';
import { firstVerdict, OWN_WHAT, type Verdict, type VerdictFacts } from '@/core/verdict/verdictSheet';
import type { BundleFiles } from '@/formats/bundle/bundleFiles';
import { withLoudness, type KnownSounds } from '../sound/bundleClips';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { problemText } from '@/formats/problem';
import { markdownHtml } from '@/formats/report/markdown';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import type { ReportData } from '@/formats/report/reportData';
import { reportHtml } from '@/formats/report/reportHtml';
import { reducedOf } from '../model/roundUpOfBundle';
import { dayWords, momentWords } from '@/core/timeWords';
import { reportFonts } from './reportFonts';
import { bundleOrders, type BundleOrders } from './orders/bundleOrders';
import type { Made } from './made';
import { RULES_NOW } from './rulesNow';
import { readersAnswers } from './reader/readersAnswers';
import { printedParts } from './printedParts';
import { partOf, told } from './verdictParts';

/** A report without its photographs and recordings weighs no more; what its data may take of that is what the rest leaves. */
const MOST_BYTES = 900 * 1024;
/** Bytes that a letter of base 64 carries. */
const BASE_64 = 3 / 4;

/** The runs of a bundle as the method card counts them. */
function countedRuns(bundle: Bundle): LabRun[] {
  const { planning } = bundle.dataPackage;
  const { lowestDb } = instrumentDoubt(planning.book);
  const controls = new Set(bundle.entries.filter(({ isControl }) => isControl).map(({ entry }) => entry));
  return bundle.runs.flatMap((item, id): LabRun[] => {
    const { run, trace, readings } = item;
    const reduction = reducedOf(bundle)(item);
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
        level: withinRange(levelOfRun(run, readings), lowestDb),
        reduction: reduction.value,
      },
    ];
  });
}

/** The heat loads of a brief, before what is compared; nothing where it is asked of air alone. */
function heatWords(brief: Brief): string {
  return isWithoutHeat(brief)
    ? ''
    : `${inARow([...new Set(brief.loads.map((load) => loadLabel(briefLoad(load))))])}, `;
}

const daysOf = ({ runs }: Bundle): string[] =>
  runs
    .map(({ run }) => run.startedAt.slice(0, 10))
    .filter(Boolean)
    .sort();

/** The day of the last run; empty where none is dated. */
const lastDay = (bundle: Bundle): string => daysOf(bundle).at(-1) ?? '';

function sourceOf(bundle: Bundle): string {
  const { dataPackage, runs } = bundle;
  const days = daysOf(bundle);
  const when =
    days.length === 0
      ? ''
      : days[0] === days.at(-1)
        ? `, ${dayWords(days[0]!)}`
        : `, ${dayWords(days[0]!)} to ${dayWords(days.at(-1)!)}`;
  return `${dataPackage.rig.name}, ${runs.length} runs${when}`;
}

const isWav = (path: string) => /\.wav$/i.test(path);

/** The bundle to take along: whole, or without its logs where it is larger than `most` bytes. */
function attached(files: BundleFiles, name: string, most: number): Pick<ReportData, 'data' | 'dataNote'> {
  const zipped = (all: boolean) =>
    steadyZipOfAtMost(
      most,
      [...files].filter(
        ([path]) => !path.startsWith('photos/') && !isWav(path) && (all || !path.startsWith('traces/')),
      ),
    );
  const slug = name.replace(/[^A-Za-z0-9._-]+/g, '-').slice(0, 60) || 'round-up';
  const raw = [...files].reduce((sum, [path, { length }]) => sum + (isWav(path) ? 0 : length), 0);
  const wavs = [...files.keys()].some(isWav) ? ' The recordings go in the bundle.' : '';
  // Logs pack to a fifth: far larger ones need not be packed to be known as too large.
  const whole = raw <= 12 * MOST_BYTES ? zipped(true) : null;
  if (whole)
    return {
      data: { name: `${slug}.zip`, bytes: whole },
      dataNote: `All tables and logs, as open data.${wavs}`,
    };
  const tables = zipped(false);
  return tables
    ? {
        data: { name: `${slug}-tables.zip`, bytes: tables },
        dataNote: `All tables as open data; the logs are larger than a page should be, and go in the bundle.${wavs}`,
      }
    : { data: null, dataNote: 'The data are too large to go with this page: ask for the bundle.' };
}

/** How much of a report are its photographs and recordings, in letters. */
const heavyLetters = ({ parts }: ReportData): number =>
  parts
    .flatMap((part) => {
      if (part.kind === 'sounds') return part.clips.map(({ wav }) => wav.length);
      return part.kind === 'entries'
        ? part.entries.flatMap(({ photos }) => photos.map(({ bytes }) => bytes.length))
        : [];
    })
    .reduce((sum, bytes) => sum + bytes / BASE_64, 0);

/** Letters of a report without its photographs and recordings. */
const lettersOf = (data: ReportData): number => reportHtml(data, reportFonts()).length - heavyLetters(data);

/** A report with the data that it has room for. */
function withData(data: ReportData, files: BundleFiles, name: string): ReportData {
  return { ...data, ...attached(files, name, BASE_64 * (MOST_BYTES - lettersOf(data))) };
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
 * @param version how it was published; by default as the bundle says
 * @throws UnusableInput where it is no bundle
 */
export async function bundleReport(
  files: BundleFiles,
  version?: ReportVersion | null,
  made: ReportMade = {},
): Promise<BundleReport> {
  const ready = await reportOf(files);
  return ready.write(version === undefined ? ready.bundle.dataPackage.version : version, made);
}

/** How a report is made. */
export interface ReportMade {
  /** Without script: it answers nothing beyond what it shows. */
  plain?: boolean;
}

/** A bundle read once, with its orders, to be written as a report of whatever version. */
export interface ReadyReport {
  bundle: Bundle;
  orders: BundleOrders;
  write: (version: ReportVersion | null, made?: ReportMade) => BundleReport;
}

/**
 * @param sounds what is known of its recordings; without it they are listened to
 * @throws UnusableInput where it is no bundle
 */
export async function reportOf(files: BundleFiles, sounds?: KnownSounds): Promise<ReadyReport> {
  const bundle = await withLoudness(readBundle(files), sounds);
  const orders = bundleOrders(bundle);
  return { bundle, orders, write: (version, made = {}) => written(files, bundle, orders, version, made) };
}

/** What a bundle's verdict can be of where none was written. */
function factsOf({ brief, order, offers }: BundleOrders): VerdictFacts {
  const isRanked = (response: string) => {
    const found = order({ ...OWN_WHAT, response });
    return found.known && found.value.ranking.placed.length > 0;
  };
  // Only what is read in cases or of air is asked for beside the own order: elsewhere no other order is made.
  const asked = isAboutCases(brief.question) || isByAir(brief.question) ? RESPONSES : [];
  return {
    question: brief.question,
    responses: [RISE.id, ...asked.map(({ id }) => id).filter((id) => id !== RISE.id && isRanked(id))],
    hasSounds: false,
    hasAwards: offers.length > 0,
  };
}

function written(
  files: BundleFiles,
  bundle: Bundle,
  orders: BundleOrders,
  version: ReportVersion | null,
  { plain = false }: ReportMade,
): BundleReport {
  const verdict = bundle.dataPackage.planning.verdict ?? firstVerdict(factsOf(orders));
  const { source, broken, ...bare } = bareReport(bundle, orders, verdict, version);
  const room = MOST_BYTES - lettersOf(bare);
  const { answers, note } = plain
    ? { answers: null, note: '' }
    : readersAnswers(bundle, orders, source, room);
  const all = withData({ ...bare, answers }, files, bundle.dataPackage.name);
  const data = { ...all, dataNote: [all.dataNote, note].filter(Boolean).join(' ') };
  return { html: reportHtml(data, reportFonts()), data, broken };
}

/** A verdict under way as readers would see it, at once: without the data and the script that go with a report. */
export function draftReport(bundle: Bundle, orders: BundleOrders, verdict: Verdict): string {
  return reportHtml(bareReport(bundle, orders, verdict, null), reportFonts());
}

/** All that a report says, its data and its script still to come. */
function bareReport(
  bundle: Bundle,
  orders: BundleOrders,
  verdict: Verdict,
  version: ReportVersion | null,
): ReportData & Pick<Made, 'source' | 'broken'> {
  const { dataPackage } = bundle;
  const { planning, rig } = dataPackage;
  const photos = new Map(
    bundle.others.flatMap(({ path, bytes }) =>
      path.startsWith('photos/') ? [[path.slice(7), bytes] as const] : [],
    ),
  );
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
  const entries = bundle.entries.map(({ entry, isControl }) => ({
    entry,
    product: nameOf(entry),
    isControl,
  }));
  const { one } = questionOf(orders.brief.question);
  const said = {
    title: dataPackage.title,
    by: dataPackage.lab,
    rigLine: `${heatWords(orders.brief)}${one}s compared at ${orders.brief.noiseLinesDba[0]!.toFixed(1)} dB(A); ${made.source}`,
    ...{ version, summary },
    parts: printedParts(verdict.parts.map((part) => partOf(made, part))),
    method: methodCard(
      orders.brief,
      cardRig,
      methodDone(orders.brief, countedRuns(bundle), entries, planning.leftOut),
      planning.brief !== null,
    ),
    rig: [
      { what: 'bench', value: `${rig.name}, revision ${cardRig.revision}` },
      ...(revision
        ? setupWords(revision.setup, { withHeat: !isWithoutHeat(orders.brief) })
        : [
            { what: 'enclosure', value: rig.enclosure },
            { what: 'meter distance', value: `${rig.meterDistanceCm} cm` },
            ...(isWithoutHeat(orders.brief)
              ? []
              : [{ what: 'temperature limit', value: `${rig.limitC} °C` }]),
          ]),
      ...(planning.book?.instruments ?? []).map((instrument) => ({
        what: instrument.kind,
        value: instrumentWords(instrument, lastDay(bundle)),
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
      ...{ run: change.run, at: momentWords(change.changedAt), who: change.who },
      what: changeWords(change),
    })),
    problems: bundle.problems.map(problemText),
    rules: RULES_NOW,
    ...{ data: null, dataNote: '' },
    answers: null,
  };
  return { ...said, source: made.source, broken: made.broken };
}

/** A sentence whose signs are no Markdown: names are what they are. */
function plainText(text: string): string {
  return text.replace(/([\\`*_{}[\]()#+\-.!|<>~])/g, '\\$1');
}
