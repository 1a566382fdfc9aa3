import { diffArrays } from 'diff';
import { readZip } from '@/formats/bundle/bundleZip';
import type { BundleFiles } from '@/formats/bundle/bundleFiles';
import { UnusableInput } from '@/formats/problem';
import { shownReport, type ShownBlock, type ShownReport } from '@/formats/report/shownReport';
import type { Bundle } from '@/formats/bundle/readBundle';
import { reportOf } from './bundleReport';
import { besideTheData, firstDifference } from './comparableReport';
import { leadOf, withoutPreview } from './linkTags';
import type { BundleOrders } from './orders/bundleOrders';
import { RULES_NOW } from './rulesNow';

/** What of a report no longer follows from its data. */
export interface ReportCheck {
  /** As the report says it. */
  version: string;
  /** The rules that it was made by, where it says so, and those that it was ranked by now. */
  rules: { report: string; now: string };
  /** How many figures that a reader sees were compared. */
  figures: number;
  /** Figures and places that are others now; `was` or `now` is empty where one of the two has none. */
  moved: { what: string; was: string; now: string }[];
  /** Sentences of the report that the data do not give. */
  sentences: string[];
}

const SENTENCES = new Set([
  'p',
  'li',
  'dd',
  'dt',
  'h1',
  'h2',
  'h3',
  'h4',
  'figcaption',
  'body',
  'main',
  'div',
]);
/** What a reader does not see and the page answers from. */
const ANSWERS = {
  figures: 'the figures that the page answers from',
  script: 'the script that answers',
  policy: 'what the page may run',
};
const figuresIn = (text: string) => text.match(/\d+(?:[.,]\d+)*/g)?.length ?? 0;
const keyOf = ({ tag, text }: ShownBlock) => `${tag}\n${text}`;

/** What differs between what is shown and what the data give, block by block. */
function differences(
  shown: readonly ShownBlock[],
  given: readonly ShownBlock[],
): Pick<ReportCheck, 'moved' | 'sentences'> {
  const moved: ReportCheck['moved'] = [];
  const sentences: string[] = [];
  let gone: ShownBlock[] = [];
  const close = (come: readonly ShownBlock[]) => {
    gone.forEach((was, i) => {
      if (SENTENCES.has(was.tag)) sentences.push(was.text);
      else {
        const now = come[i]?.tag === was.tag ? come[i].text : '';
        moved.push({ what: was.about || 'a picture', was: was.text, now });
      }
    });
    // What the data give and the report does not show any more.
    for (const now of come.slice(gone.length))
      moved.push({ what: now.about || 'a sentence', was: '', now: now.text });
    gone = [];
  };
  for (const part of diffArrays([...shown], [...given], {
    comparator: (a, b) => keyOf(a) === keyOf(b),
  })) {
    if (part.removed) gone = part.value;
    else if (part.added) close(part.value);
    else close([]);
  }
  close([]);
  return { moved, sentences };
}

/** What a report shows, held against what its data give: every figure, place, sentence and drawing, and what it answers from. */
export function heldAgainst(shown: ShownReport, given: ShownReport): ReportCheck {
  const { moved, sentences } = differences(shown.blocks, given.blocks);
  shown.drawings.forEach(({ about, shapes }, i) => {
    if (given.drawings[i]?.shapes !== shapes)
      moved.push({ what: `a picture${about && `, ${about}`}`, was: 'as drawn', now: 'drawn otherwise' });
  });
  for (const [key, what] of Object.entries(ANSWERS))
    if (shown.answers[key as keyof typeof ANSWERS] !== given.answers[key as keyof typeof ANSWERS])
      moved.push({ what, was: 'as in the file', now: 'another' });
  if (shown.scripts > 0) moved.push({ what: 'scripts', was: `${shown.scripts} in the page`, now: 'none' });
  const size = shown.data && `${Math.ceil(shown.data.length / 1024)} kB`;
  if (size !== null && size !== shown.dataSize)
    moved.push({ what: 'size of the data', was: shown.dataSize, now: size });
  return {
    ...{ version: shown.version, rules: { report: shown.rules, now: RULES_NOW } },
    figures: shown.blocks.reduce((sum, { text }) => sum + figuresIn(text), 0),
    ...{ moved, sentences },
  };
}

const BYTES = 'what is written in the page';

/** What differs in the bytes of a report beyond what the data in it cannot give again. */
function bytesMoved(
  html: string,
  again: string,
  { isWhole, bundle, orders }: { isWhole: boolean; bundle: Bundle; orders: BundleOrders },
): ReportCheck['moved'] {
  // A whole bundle has the photographs and recordings, too.
  if (isWhole) {
    const difference = firstDifference(html, again);
    return difference ? [{ what: BYTES, ...difference }] : [];
  }
  const shown = besideTheData(html);
  const difference = firstDifference(shown.text, besideTheData(again).text);
  const moved = difference ? [{ what: BYTES, ...difference }] : [];
  const { verdict } = bundle.dataPackage.planning;
  const described = new Set([
    ...(verdict?.entries ?? []).flatMap(({ photos }) => photos.map(({ alt }) => asWritten(alt))),
    ...orders.entries.map(({ name }) => asWritten(`photograph of ${name}`)),
  ]);
  for (const alt of shown.photos)
    if (!described.has(alt)) moved.push({ what: 'description of a photograph', was: alt, now: '' });
  return moved;
}

/** A text as markup writes it. */
const asWritten = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/**
 * Ranks the data of a report anew, writes it again, and compares all of its bytes. Photographs are not in the data of a report: they are
 * held to how this application writes them. Data and report that were forged together cannot be told.
 *
 * @param file its name, for what is wrong with it
 * @param whole the bundle of the version; needed where the report leaves the logs or recordings out
 * @throws UnusableInput where it is no report of ours, or its data cannot be read
 */
export async function checkReport(file: string, html: string, whole?: BundleFiles): Promise<ReportCheck> {
  const shown = shownReport(html);
  if (!shown) throw new UnusableInput({ file, message: 'no report of this application' });
  if (!whole && !shown.data)
    throw new UnusableInput({
      file,
      message: 'its logs are not in it: give the bundle of this version with --data',
    });
  const files = whole ?? readZip(`the data in ${file}`, Buffer.from(shown.data!));
  if (!whole && files.has('clips.csv'))
    throw new UnusableInput({
      file,
      message: 'its recordings are not in it: give the bundle of this version with --data',
    });
  const plain = shown.answers.script === '';
  const { bundle, orders, write } = await reportOf(files);
  const { html: again, data } = write(bundle.dataPackage.version, { plain });
  const given = shownReport(again)!;
  const check = heldAgainst(shown, given);
  if (shown.version !== given.version)
    check.moved.push({ what: 'the version', was: shown.version, now: given.version });
  if (check.moved.length + check.sentences.length === 0) {
    const page = withoutPreview(html, { title: data.title, lead: leadOf(orders) });
    check.moved.push(...bytesMoved(page, again, { isWhole: whole !== undefined, bundle, orders }));
  }
  return check;
}
