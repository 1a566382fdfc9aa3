import { loadKey, type Load } from './load';

/** What a run is known again by, in another bundle or after a change by hand. */
export interface RunIdentity extends Load {
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
 * typed means are the same where label, mount, pass, setting and load are.
 *
 * sameRun of a run and of its copy with the noise corrected by hand is true.
 */
export function sameRun(run: RunIdentity, other: RunIdentity): boolean {
  if (run.traceDigest !== '' || other.traceDigest !== '') return run.traceDigest === other.traceDigest;
  return (
    run.label === other.label &&
    run.mount === other.mount &&
    run.pass === other.pass &&
    run.setting === other.setting &&
    loadKey(run) === loadKey(other)
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
