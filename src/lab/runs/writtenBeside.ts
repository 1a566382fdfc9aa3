import { readRun, remountSigmas } from '@/core/flags/runSlips';
import { slips, type ReadRun } from '@/core/flags/slips';
import { reduceTyped } from '@/core/reduction/reduceTyped';
import { loadKey, type Load } from '@/core/runs/load';
import type { RoundUpView } from '../model/roundUpView';

/** A run by hand as it is to be, of an entry by its code in the round-up. */
export interface WrittenRun extends Load {
  entry: string;
  setting: string;
  mount: number;
  pass: number;
  cpuC: number | null;
  ambientC: number | null;
  powerW: number | null;
  noiseDb: number;
  rpm: number | null;
  /** Empty where nobody said. */
  startedAt: string;
}

/** The runs of a round-up that count, for what is written beside them: each run that is asked about stands among them from then on. */
export class WrittenBeside {
  private readonly others: ReadRun[];
  private readonly sigmaOf: ReturnType<typeof remountSigmas>;

  /** @param exceptId the run that is written anew; null for a new one */
  constructor(
    private readonly view: RoundUpView,
    exceptId: number | null = null,
  ) {
    const counting = view.runs
      .filter((run) => run.setAside === '' && run.id !== exceptId)
      .sort((a, b) => a.id - b.id);
    this.others = counting.map(readRun);
    this.sigmaOf = remountSigmas(counting);
  }

  private asRead(written: WrittenRun, label: string): ReadRun {
    const { entry, setting, mount, pass, cpuC, ambientC, powerW, noiseDb, rpm, startedAt } = written;
    const { limitC, powerAt } = this.view.roundUp.rig;
    const reduced =
      cpuC === null || ambientC === null
        ? null
        : reduceTyped(
            { cpuC, ambientC, powerW },
            { loadW: written.loadW, program: written.loadName !== '', limitC, powerAt },
          );
    return {
      ...{ label, entry, load: loadKey(written), setting, mount, pass, noiseDb, rpm },
      riseK: reduced?.known ? reduced.value.riseK : null,
      ...{ roomC: ambientC, day: startedAt.slice(0, 10) },
    };
  }

  /** What of a run is mostly a slip, in sentences that name the other values; `label` is what later sentences call it. */
  asked(written: WrittenRun, label = ''): string[] {
    const run = this.asRead(written, label);
    const says = slips(run, this.others, this.sigmaOf(run.load, run.entry)).map((slip) => slip.says);
    this.others.push(run);
    return says;
  }
}
