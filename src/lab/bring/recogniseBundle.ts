import { recognise, type Recognised } from '@/core/lineUp/recognise';
import type { RunIdentity } from '@/core/runs/runIdentity';
import { groupBy } from '@/core/statistics/groupBy';
import { listKnownRuns, type KnownRun } from '@/database/lab/knownRuns';
import { listEntriesCalled, type MeasuredEntry } from '@/database/lab/measuredEntries';
import type { Queryable } from '@/database/pool';
import { findTwin, listCitedEntries } from '@/database/roundUps/roundUps';
import { traceDigest } from '@/database/runs/traces';
import type { Bundle } from '@/formats/bundle/readBundle';

/** What the lab has of a bundle already. */
export interface BundleInLab {
  /** The round-up that it was exported from, or imported as before. */
  twin: { id: number; title: string } | null;
  /** By the entry's id in the bundle. */
  entries: Map<string, Recognised>;
  /** Entries of the lab that were thought of, with their runs. */
  lab: Map<number, { entry: MeasuredEntry; runs: KnownRun[] }>;
  /** Runs of the bundle as they are known again, by their id there. */
  identities: Map<string, RunIdentity>;
}

function identityOf({ run, trace }: Bundle['runs'][number], rig: string): RunIdentity {
  const { run: label, mount, pass, setting, loadW, loadName, gpuLoadW, noiseDb, floorDb, typedCpuC } = run;
  const digest = trace ? traceDigest(trace.channels) : '';
  return {
    rig,
    label,
    mount,
    pass,
    setting,
    loadW,
    loadName,
    gpuLoadW,
    noiseDb,
    floorDb,
    typedCpuC,
    traceDigest: digest,
  };
}

/** Looks which entries and runs of a bundle the lab has; nothing is written. */
export async function recogniseBundle(db: Queryable, bundle: Bundle): Promise<BundleInLab> {
  const { planning, rig } = bundle.dataPackage;
  const twin = await findTwin(db, bundle.dataPackage);
  const identities = new Map(bundle.runs.map((item) => [item.run.run, identityOf(item, rig.name)]));
  const digests = [...identities.values()].map((run) => run.traceDigest).filter((digest) => digest !== '');
  const holders = [...new Set((await listKnownRuns(db, [], digests)).map((run) => run.entryId))];
  const names = [...new Set(bundle.entries.map((entry) => entry.product.toLowerCase()))];
  const called = await listEntriesCalled(db, names, holders);
  const runs = groupBy(
    await listKnownRuns(
      db,
      called.map((entry) => entry.entryId),
      [],
    ),
    (run) => run.entryId,
  );
  const cited = new Map(
    twin ? (await listCitedEntries(db, twin.id)).map((row) => [row.entryId, row.entry]) : [],
  );
  const byEntry = groupBy(bundle.runs, ({ run }) => run.entry);
  const entries = recognise(
    bundle.entries.map(({ entry, product, maker, kind, fans }) => ({
      code: entry,
      name: product,
      maker,
      kind,
      fans,
      sample: planning.lineUp[entry]?.sample?.label ?? '',
      runs: (byEntry.get(entry) ?? []).map(({ run }) => identities.get(run.run)!),
    })),
    called.map((entry) => ({
      ...entry,
      names: [entry.name, entry.ownName],
      citedAs: cited.get(entry.entryId) ?? null,
      runs: runs.get(entry.entryId) ?? [],
    })),
  );
  const lab = new Map(called.map((entry) => [entry.entryId, { entry, runs: runs.get(entry.entryId) ?? [] }]));
  return { twin, entries, lab, identities };
}
