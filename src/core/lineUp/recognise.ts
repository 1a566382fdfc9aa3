import { surelySameRun, type RunIdentity } from '../runs/runIdentity';

/** An entry that comes in, as far as it can be known again. */
export interface IncomingEntry {
  code: string;
  /** Name of its product, or its cover. */
  name: string;
  maker: string;
  kind: string;
  fans: string;
  sample: string;
  runs: readonly RunIdentity[];
}

/** An entry that the lab has. */
export interface LabEntry {
  entryId: number;
  /** Its product's name, and its cover where it has one. */
  names: readonly string[];
  maker: string;
  kind: string;
  fans: string;
  sample: string;
  /** Its id in the round-up that the bundle is of; null where that does not cite it. */
  citedAs: string | null;
  runs: readonly RunIdentity[];
}

export interface Recognised {
  code: string;
  /** The lab's entry that it is beyond doubt; null where there is none. */
  sureId: number | null;
  /** Entries of the lab that it may be, the likeliest first. */
  candidateIds: number[];
}

const plain = (text: string) => text.trim().toLowerCase().replace(/\s+/g, ' ');
/** What one of two does not say is no difference. */
const agree = (a: string, b: string) => plain(a) === '' || plain(b) === '' || plain(a) === plain(b);

function isCalledLike(incoming: IncomingEntry, entry: LabEntry): boolean {
  return entry.kind === incoming.kind && entry.names.some((name) => plain(name) === plain(incoming.name));
}

function isAlike(incoming: IncomingEntry, entry: LabEntry): boolean {
  return (
    isCalledLike(incoming, entry) &&
    agree(incoming.maker, entry.maker) &&
    agree(incoming.sample, entry.sample) &&
    plain(incoming.fans) === plain(entry.fans)
  );
}

function sharedRuns(incoming: IncomingEntry, entry: LabEntry): number {
  return incoming.runs.filter((run) => entry.runs.some((other) => surelySameRun(run, other))).length;
}

/**
 * Which of the lab's entries those of a bundle are. The same runs make it sure, and its id in the same round-up; the same
 * product with the same fans, and no other sample, makes it likely, and a person says. No two come out as one entry of
 * the lab.
 *
 * recognise of an entry whose 24 logs are those of entry 7 is `{ sureId: 7 }`; of one that is only called like it,
 * `{ sureId: null, candidateIds: [7] }`.
 */
export function recognise(
  incoming: readonly IncomingEntry[],
  entries: readonly LabEntry[],
): Map<string, Recognised> {
  const taken = new Set<number>();
  const recognised = new Map<string, Recognised>();
  const weighed = incoming.map((entry) => {
    const likely = entries
      .map((other) => {
        const shared = sharedRuns(entry, other);
        const alike = isAlike(entry, other);
        const sure = shared > 0 || (alike && other.citedAs === entry.code);
        return { other, shared, alike, sure, called: isCalledLike(entry, other) };
      })
      .filter(({ sure, alike }) => sure || alike)
      .sort(
        (a, b) =>
          Number(b.sure) - Number(a.sure) ||
          Number(b.called) - Number(a.called) ||
          b.shared - a.shared ||
          Number(b.other.citedAs !== null) - Number(a.other.citedAs !== null) ||
          a.other.entryId - b.other.entryId,
      );
    return { entry, likely };
  });
  // Those with most in common choose first: one log may stand under two entries.
  const order = [...weighed].sort((a, b) => (b.likely[0]?.shared ?? 0) - (a.likely[0]?.shared ?? 0));
  for (const { entry, likely } of order) {
    const found = likely.find(({ other, sure }) => sure && !taken.has(other.entryId));
    const sureId = found?.other.entryId ?? null;
    if (sureId !== null) taken.add(sureId);
    recognised.set(entry.code, {
      code: entry.code,
      sureId,
      candidateIds: likely.map(({ other }) => other.entryId),
    });
  }
  for (const entry of recognised.values())
    entry.candidateIds = entry.candidateIds.filter((id) => id === entry.sureId || !taken.has(id));
  return recognised;
}
