import { loadKey, type Load } from './load';

/** What a run is known again by, in another bundle or after a change by hand. */
export interface RunIdentity extends Load {
  /** Name of the rig that it was measured on. */
  rig: string;
  label: string;
  mount: number;
  pass: number;
  setting: string;
  noiseDb: number;
  floorDb: number;
  typedCpuC: number | null;
  /** Digest of its log; empty where its means were typed. */
  traceDigest: string;
}

/**
 * Whether two runs of one entry are the same measurement. A log is the same log whatever was changed of its run since;
 * typed means are the same where rig, label, mount, pass, setting and load are, and at least the level or the die's mean: another rig's
 * bundle, or another evening's, may number its runs alike.
 *
 * sameRun of a run and of its copy with the noise corrected by hand is true.
 */
export function sameRun(run: RunIdentity, other: RunIdentity): boolean {
  if (run.traceDigest !== '' || other.traceDigest !== '') return run.traceDigest === other.traceDigest;
  return (
    run.rig === other.rig &&
    run.label === other.label &&
    run.mount === other.mount &&
    run.pass === other.pass &&
    run.setting === other.setting &&
    loadKey(run) === loadKey(other) &&
    (run.noiseDb === other.noiseDb || (run.typedCpuC !== null && run.typedCpuC === other.typedCpuC))
  );
}

/**
 * Whether they are the same beyond doubt, whoever measured them: the same log, or the same numbers typed.
 *
 * Example: Two runs with one log's digest are the same, whoever typed their names.
 */
export function surelySameRun(run: RunIdentity, other: RunIdentity): boolean {
  if (!sameRun(run, other)) return false;
  if (run.traceDigest !== '') return true;
  const sameNumbers = run.noiseDb === other.noiseDb && run.floorDb === other.floorDb;
  return sameNumbers && run.typedCpuC === other.typedCpuC;
}
