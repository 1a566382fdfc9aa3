import { unnamed } from '@/core/lineUp/product';
import { caseNamed } from '@/database/lineUp/cases';
import { withDatabase } from '@/database/pool';
import { listRevisions } from '@/database/lineUp/rigs';
import { readSheet } from '@/database/lineUp/sheets';
import { blankSample, type Sample } from '@/core/lineUp/sample';
import { coverAll, NO_COVERS, type CoverWords, type Leaving } from '@/core/lineUp/underCover';
import { NO_PARTS, type BundleLineUp, type PlanningParts } from '@/formats/bundle/planningParts';
import { ownCoverWords } from '../lineUp/coverWordsOf';
import { lineUpOf, type LineUpEntry } from '../lineUp/lineUpView';
import type { RoundUpView } from '../model/roundUpView';
import { setupOf } from '../planning/rigView';

/** A sample without what concerns the lab and its lenders alone; what the first mount taught is for readers who build. */
const forReaders = ({ label, state, handling }: Sample): Sample => ({
  ...blankSample(label),
  ...{ state, handling: handling && { ...handling, note: '' } },
});

function lineUpPart(entry: LineUpEntry, leaving: Leaving, own: CoverWords): BundleLineUp | null {
  if (entry.product.version === 0 && entry.entry.version === 0 && !entry.sample) return null;
  const product = entry.product.version === 0 ? null : entry.product.body;
  const sample = entry.sample?.body ?? null;
  return {
    product:
      product && entry.covered && leaving !== 'private'
        ? unnamed(product, entry.entry.body.coverName.trim())
        : product,
    entry: entry.entry.version === 0 ? null : coverAll(entry.entry.body, own),
    sample:
      sample && leaving === 'publishable'
        ? forReaders(sample)
        : sample && entry.covered && leaving === 'covered'
          ? { ...sample, serial: '', lender: '', receipt: '' }
          : sample,
  };
}

/** What a bundle says of deciding and planning; nothing where nothing was written. */
export async function exportPlanning(
  { roundUp, remounts, leftOut }: Pick<RoundUpView, 'roundUp' | 'remounts' | 'leftOut'>,
  leaving: Leaving = 'covered',
): Promise<PlanningParts> {
  return withDatabase(async (db) => {
    const [brief, plan, verdict, book, lineUp, revisions] = await Promise.all([
      readSheet(db, 'brief', roundUp.id),
      readSheet(db, 'plan', roundUp.id),
      readSheet(db, 'verdict', roundUp.id),
      readSheet(db, 'rig-book', roundUp.rigId),
      lineUpOf(db, roundUp.id),
      listRevisions(db, roundUp.rigId),
    ]);
    const parts: PlanningParts = { ...NO_PARTS, lineUp: {} };
    parts.brief = brief?.body ?? null;
    parts.plan = plan?.body ?? null;
    parts.verdict = verdict?.body ?? null;
    parts.book = book?.body ?? null;
    parts.remounts = remounts;
    parts.leftOut = leftOut;
    parts.labCase = (await caseNamed(db, roundUp.rig.enclosure))?.body ?? null;
    if (revisions.length > 1 || revisions.some((revision) => revision.setup)) {
      parts.revision = roundUp.rig.revision;
      parts.revisions = revisions.map((row) => ({
        revision: row.revision,
        startedAt: row.startedAt,
        reason: row.reason,
        setup: setupOf(row),
      }));
    }
    const own = leaving === 'private' ? null : ownCoverWords(lineUp);
    for (const entry of lineUp) {
      const part = lineUpPart(entry, leaving, own?.get(entry.code) ?? NO_COVERS);
      if (part) parts.lineUp[entry.code] = part;
    }
    return parts;
  });
}
