import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import type { Reduction } from '../reduction/reduceTrace';
import type { ScoreScale } from '../responses/scoreScale';
import type { RunValue } from '../responses/runValue';
import type { RigRemounts } from '../rig/rigRemounts';
import type { InstrumentDoubt } from '../rig/instrumentDoubt';
import type { Load } from '../runs/load';
import type { CountedLoudness } from '../sound/loudness/countedLoudness';

/** Where a run belongs, whatever is asked of it. */
export interface RankedRun
  extends Load, Pick<MeasuredPoint, 'run' | 'entry' | 'mount' | 'pass' | 'setting' | 'level' | 'roomDoubtK'> {
  /** Mean speed of its first fan over the window that counts, else as it was typed, rpm; null where nothing tells. */
  rpm: number | null;
  dutyPct: number | null;
  /** What its die came to; null where none was measured. */
  die: Reduction | null;
  /** Loudness by the recordings of its setting; null where there is none that counts. */
  sone: CountedLoudness | null;
  /** In what its score is told; null where it has none. */
  score: ScoreScale | null;
}

/** What the orders of a round-up are made from, the same from a bundle and from the lab. */
export interface RoundUp {
  /** All that are compared, also those without runs. */
  entries: readonly { entry: string; isControl: boolean }[];
  /** The runs at a load that count: none that was set aside. */
  runsAt: (load: Load) => readonly RankedRun[];
  /** What a run came to for a response that is kept with its values; null where it has none. */
  keptValue: (run: string, response: string, place: string) => RunValue | null;
  /** What the rig scattered by with other entries, by load. */
  remounts: readonly RigRemounts[];
  /** What the rig's instruments leave in doubt. */
  instruments: InstrumentDoubt;
  /** The room that temperatures are told in, °C, and the temperature at which the die throttles, °C. */
  referenceAmbientC: number;
  limitC: number;
}
