import type { Tell } from '@/core/progress';
import { unzipSync } from 'fflate';
import { setVersion } from '@/formats/bundle/bundleVersion';
import { steadyZip } from '@/formats/bundle/steadyZip';
import { versionChanges, type PublishedFigure } from '@/core/verdict/versionChanges';
import { OWN_WHAT } from '@/core/verdict/verdictSheet';
import { insertPublication, listPublications, publishedFile } from '@/database/roundUps/publications';
import { inTransaction, withDatabase } from '@/database/pool';
import { roundUpIsThere } from '@/database/roundUps/publishing';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import { closeWordsIn, coverWordsOf } from '../lineUp/coverWordsOf';
import { viewLineUp } from '../lineUp/lineUpView';
import { refuseCovered } from '../outgoing/coverGate';
import { publishable } from '../outgoing/publishable';
import { Refused } from '../refusal';
import type { Bundle } from '@/formats/bundle/readBundle';
import { problemText } from '@/formats/problem';
import type { BundleOrders } from '@/lab/report/orders/bundleOrders';
import { bundleReport, reportOf } from '../report/bundleReport';
import { figuresOf, underWords } from './publishedFigures';

/** The order that versions are compared by: the rise, or what else the round-up has, at its own line. */
function ownFigures(orders: BundleOrders): PublishedFigure[] {
  const order = orders.order(OWN_WHAT);
  if (!order.known) return [];
  const named = (entry: string) => ({ entry, name: orders.find(entry)?.name ?? entry });
  return figuresOf(order.value.ranking.placed, order.value.response, named);
}

/** What is published must hold every run of the lab: one that is left out on the way would change the order in silence. */
function refuseMissingRuns({ runs, problems }: Bundle, wanted: number): void {
  if (runs.length === wanted) return;
  const why = problems.slice(0, 3).map(problemText).join('; ');
  throw new Refused(
    `not published: ${wanted - runs.length} of ${wanted} runs would be missing in it. ${why}`,
  );
}

export interface PublishWish {
  who: string;
  /** Why a later version corrects the one before. */
  reason: string;
  /** Held back until then; null for at once. */
  embargoUntil: Date | null;
  /** Number of the last version that the writer saw; 0 where there was none. */
  seen: number;
  /** The question about words close to a covered name that the writer has answered; empty if none was asked. */
  confirmed?: string;
}

/** Texts of a bundle in which somebody may have written a name. */
const WRITTEN = ['datapackage.json', 'entries.csv', 'runs.csv', 'changes.csv', 'layouts.csv', 'prices.csv'];

/** Asks about words that resemble a covered name. Empty if there are none. */
function closeWordsQuestion(
  lineUp: Parameters<typeof closeWordsIn>[0],
  files: ReadonlyMap<string, Uint8Array>,
  reason: string,
): string {
  const texts = WRITTEN.flatMap((path) => {
    const bytes = files.get(path);
    return bytes ? [new TextDecoder().decode(bytes)] : [];
  });
  const found = closeWordsIn(lineUp, [...texts, reason]);
  if (found.length === 0) return '';
  const words = found.map(({ word, name }) => `“${word}” (close to “${name}”)`).join(', ');
  return `Not published: ${words}. Change what names a covered product, or confirm that none of these words does.`;
}

/**
 * Freezes a round-up's verdict with its data as the next version: whatever changes later changes the draft only.
 * @throws Refused where a reference or an award stands for nothing, a correction has no reason or changes nothing, the embargo is
 * over, or somebody else has published meanwhile
 */
export async function publish(
  roundUpId: number,
  wish: PublishWish,
  now: Date,
  tell: Tell = () => undefined,
): Promise<{ version: number }> {
  if (wish.embargoUntil && wish.embargoUntil.getTime() <= now.getTime())
    throw new Refused('the embargo ends in the past: name a later time, or none', 'embargoUntil');
  tell('Taking up the runs', 0.05);
  const found = await publishable(roundUpId, { withoutSamples: false });
  if (!found) throw new Refused('this round-up is not there any more');
  const { files } = found;
  tell('Ranking and writing', 0.4);
  const ready = await reportOf(files, found.sounds);
  refuseMissingRuns(ready.bundle, found.runs);
  const figures = ownFigures(ready.orders);
  const question = closeWordsQuestion(await viewLineUp(roundUpId), files, wish.reason);
  if (question !== '' && question !== wish.confirmed) throw new Refused(question, 'confirmed');
  tell('Keeping it', 0.8);
  return inTransaction(async (db) => {
    if (!(await roundUpIsThere(db, roundUpId))) throw new Refused('this round-up is not there any more');
    const earlier = await listPublications(db, roundUpId);
    const last = earlier.at(-1);
    if ((last?.version ?? 0) !== wish.seen)
      throw new Refused(
        `version ${last?.version ?? 0} was published meanwhile: look at it before you publish again`,
        'seen',
      );
    const reason = wish.reason.trim();
    if (last && reason === '') throw new Refused('a correction needs a reason: readers see it', 'reason');
    const version = (last?.version ?? 0) + 1;
    // Who was covered since goes by the cover in what earlier versions said, too.
    const words = await coverWordsOf(db, roundUpId);
    const changes = last ? versionChanges(underWords(last.figures, words), figures) : [];
    const corrections = [
      ...earlier
        .filter((other) => other.version > 1)
        .map((other) => ({
          ...{ number: other.version, at: other.publishedAt.toISOString(), reason: words.text(other.reason) },
          changes: other.changes.map(words.text),
        })),
      ...(last ? [{ number: version, at: now.toISOString(), reason: words.text(reason), changes }] : []),
    ];
    const about: ReportVersion = { number: version, publishedAt: now.toISOString(), corrections };
    // The data in the report carry the version, too.
    setVersion(files, about);
    const { html, broken } = ready.write(about);
    refuseCovered(words, 'the report', html);
    if (broken.length > 0) throw new Refused(`not published: ${broken.slice(0, 5).join('; ')}`, 'broken');
    await insertPublication(db, {
      ...{ roundUpId, version, publishedAt: now, who: wish.who, embargoUntil: wish.embargoUntil, reason },
      ...{ changes, corrections, figures, report: new TextEncoder().encode(html) },
      bundle: steadyZip(files),
    });
    return { version };
  });
}

/** The report of a version made anew from its own frozen data: the same bytes as were published. Null where there is none. */
export async function reportAgain(roundUpId: number, version: number): Promise<string | null> {
  const [earlier, bundle] = await withDatabase((db) =>
    Promise.all([listPublications(db, roundUpId), publishedFile(db, roundUpId, version, 'bundle')]),
  );
  const own = earlier.find((other) => other.version === version);
  if (!own || !bundle) return null;
  const files = new Map(Object.entries(unzipSync(new Uint8Array(bundle))));
  const { html } = await bundleReport(files, {
    number: version,
    publishedAt: own.publishedAt.toISOString(),
    corrections: own.corrections,
  });
  return html;
}
