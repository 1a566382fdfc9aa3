import { fansText } from '@/core/lineUp/entry';
import { isMeasuredColumn } from '@/core/responses/typedMeans';
import { coverAll, NO_COVERS, type CoverWords, type Leaving } from '@/core/lineUp/underCover';
import type { listAllChanges, listEntryExtras, listRunExtras } from '@/database/roundUps/exports';
import { fileNameOf } from '@/formats/fileName';
import { ASIDE_COLUMN } from '@/formats/bundle/tables/runsTable';
import type { EntryKind } from '@/formats/bundle/tables/entriesTable';
import { coverWordsIn, ownCoverWords } from '../lineUp/coverWordsOf';
import type { LineUpEntry } from '../lineUp/lineUpView';
import type { RoundUpView } from '../model/roundUpView';

/** What of a covered lab is said outside: names of the whole, and what was written of one entry itself. */
export interface Covers {
  leaving: Leaving;
  words: CoverWords;
  ofEntry: (entry: string, text: string) => string;
}

export function coversOf(lineUp: readonly LineUpEntry[], leaving: Leaving): Covers {
  const words = leaving === 'private' ? NO_COVERS : coverWordsIn(lineUp);
  const own = leaving === 'private' ? new Map<string, CoverWords>() : ownCoverWords(lineUp);
  return {
    ...{ leaving, words },
    ofEntry: (entry, text) => words.text(own.get(entry)?.text(text) ?? text),
  };
}

/** Labels made unique within the bundle: two entries of the lab may each have a run "1". */
function uniqueLabels(runs: readonly { id: number; label: string; entry: string }[]): Map<number, string> {
  const taken = new Set<string>();
  const labels = new Map<number, string>();
  for (const { id, label, entry } of runs) {
    let name = taken.has(label) ? `${entry}-${label}` : label;
    while (taken.has(name)) name = `${name}-${id}`;
    taken.add(name);
    labels.set(id, name);
  }
  return labels;
}

function tracePath(label: string, taken: Set<string>): string {
  const base = fileNameOf(label, 'run');
  let path = `traces/${base}.csv`;
  for (let i = 2; taken.has(path.toLowerCase()); i += 1) path = `traces/${base}-${i}.csv`;
  taken.add(path.toLowerCase());
  return path;
}

/** Columns that a bundle came with: their headings, too, are somebody's words. */
const coveredColumns = (extra: Record<string, string>, words: CoverWords): Record<string, string> =>
  Object.fromEntries(Object.entries(extra).map(([name, value]) => [words.text(name), words.text(value)]));

const measuredColumns = (extra: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(extra).filter(([heading]) => isMeasuredColumn(heading)));

/** Each run's label in the bundle. */
export const labelsOf = ({ runs }: RoundUpView, { words }: Covers): Map<number, string> =>
  uniqueLabels([...runs].reverse().map((run) => ({ ...run, label: words.id(run.label) })));

/** Rows of `runs.csv`, the oldest first. */
export function leavingRuns(
  view: RoundUpView,
  labels: ReadonlyMap<number, string>,
  runExtras: Awaited<ReturnType<typeof listRunExtras>>,
  { leaving, words, ofEntry }: Covers,
) {
  const isPublic = leaving === 'publishable';
  const extras = new Map(runExtras.map((runExtra) => [runExtra.id, runExtra]));
  const taken = new Set<string>();
  return [...view.runs].reverse().map((run) => ({
    ...run,
    run: labels.get(run.id)!,
    trace: run.hasTrace ? tracePath(labels.get(run.id)!, taken) : '',
    extra: {
      ...coveredColumns(
        isPublic ? measuredColumns(extras.get(run.id)!.extra) : extras.get(run.id)!.extra,
        words,
      ),
      ...(run.asideAs !== '' && { [ASIDE_COLUMN]: run.asideAs }),
    },
    ...{ setting: ofEntry(run.entry, run.setting), loadName: words.text(run.loadName) },
    ...{ note: isPublic ? '' : words.text(run.note), setAside: words.text(run.setAside) },
    ...{ windowReason: words.text(run.windowReason), levelCorrection: coverAll(run.levelCorrection, words) },
  }));
}

/** Rows of `entries.csv`. What pages show is under its cover already; the lab's own copy has who it is. */
export function leavingEntries(
  view: RoundUpView,
  lineUp: readonly LineUpEntry[],
  entryExtras: Awaited<ReturnType<typeof listEntryExtras>>,
  { leaving, words, ofEntry }: Covers,
) {
  const extraOf = new Map(entryExtras.map((entryExtra) => [entryExtra.entry, entryExtra]));
  const behind = new Map(
    leaving !== 'private'
      ? []
      : lineUp.flatMap(({ covered, code, product: { body }, entry }) =>
          covered ? [[code, { productName: body.name, maker: body.maker, fans: fansText(entry.body) }]] : [],
        ),
  );
  return view.entries.map((shown) => {
    const entry = { ...shown, ...behind.get(shown.entry) };
    const { fanCount, extra } = extraOf.get(entry.entry)!;
    return {
      ...{ ...entry, fanCount, kind: entry.kind as EntryKind, extra: coveredColumns(extra, words) },
      ...{ product: words.text(entry.productName), maker: words.text(entry.maker) },
      fans: ofEntry(entry.entry, entry.fans),
    };
  });
}

/** Rows of `changes.csv`; who reads a published one needs no notes. Codes are ids: an entry under cover has one of its own. */
export function leavingChanges(
  { runs }: RoundUpView,
  labels: ReadonlyMap<number, string>,
  changes: Awaited<ReturnType<typeof listAllChanges>>,
  { leaving, words, ofEntry }: Covers,
) {
  const entryOf = new Map(runs.map((run) => [run.id, run.entry]));
  return changes
    .filter(({ what }) => leaving !== 'publishable' || what !== 'note')
    .map(({ runId, what, was, isNow, who, changedAt }) => ({
      ...{ run: labels.get(runId)!, who: words.text(who), changedAt: changedAt.toISOString() },
      ...(what === 'entry'
        ? { what, was, isNow }
        : {
            what: words.text(what),
            was: ofEntry(entryOf.get(runId)!, was),
            isNow: ofEntry(entryOf.get(runId)!, isNow),
          }),
    }));
}
