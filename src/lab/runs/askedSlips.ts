import { readRun, remountSigmas } from '@/core/flags/runSlips';
import { slips } from '@/core/flags/slips';
import { loadKey, type Load } from '@/core/runs/load';
import { viewRoundUp } from '../model/roundUpView';

/** A run by hand as it is to be, of an entry by its code in the round-up. */
export interface WrittenRun extends Load {
  /** Of a run that is there already; null of a new one. */
  id: number | null;
  entry: string;
  setting: string;
  mount: number;
  pass: number;
  cpuC: number | null;
  ambientC: number | null;
  noiseDb: number;
  rpm: number | null;
  startedAt: string;
}

/** What of a run by hand is mostly a slip beside the runs of its round-up, in sentences that name the other values. */
export async function askedSlips(roundUpId: number, written: WrittenRun): Promise<string[]> {
  const view = await viewRoundUp(roundUpId);
  if (!view) return [];
  const others = view.runs
    .filter((run) => run.setAside === '' && run.id !== written.id)
    .sort((a, b) => a.id - b.id);
  const { cpuC, ambientC, startedAt, entry, setting, mount, pass, noiseDb, rpm } = written;
  const load = loadKey(written);
  const run = {
    ...{ label: '', entry, load, setting, mount, pass, noiseDb, rpm },
    riseK: cpuC === null || ambientC === null ? null : cpuC - ambientC,
    roomC: ambientC,
    day: startedAt.slice(0, 10),
  };
  return slips(run, others.map(readRun), remountSigmas(others)(load, entry)).map(({ says }) => says);
}
