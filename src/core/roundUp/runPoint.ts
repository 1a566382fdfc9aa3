import { dutyOfLabel } from '../bench/settingDuty';
import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import { dieValue } from '../reduction/dieValue';
import type { Response } from '../responses/responses';
import { steady, type RunValue } from '../responses/runValue';
import { isFixedWatts } from '../runs/load';
import type { RankedRun, RoundUp } from './roundUp';

/** What a run came to for a response at a place, wherever that is kept; null where it has none. */
function valueIn(
  { keptValue }: Pick<RoundUp, 'keptValue'>,
  { run, die, level, sone }: RankedRun,
  { id, throttles, keptWith }: Response,
  place: string | null,
): RunValue | null {
  if (throttles) return die && dieValue(die);
  switch (keptWith) {
    case 'run':
      return steady(level.levelDb);
    case 'recordings':
      return sone && { ...steady(sone.sone), isBound: sone.isBound };
    case 'values':
      return keptValue(run, id, place ?? '');
  }
}

/**
 * The point of a run on the curves of a response; null where the run has no value of it.
 *
 * Example: A run of 41.2 K of its graphics card at 33 dB(A) is a point there; one without that sensor is none.
 */
export function runPoint(
  roundUp: Pick<RoundUp, 'keptValue'>,
  run: RankedRun,
  response: Response,
  place: string | null,
): MeasuredPoint | null {
  const value = valueIn(roundUp, run, response, place);
  if (!value) return null;
  const { die, sone } = run;
  const isRise = response.throttles;
  const fixedWatts = isFixedWatts(run);
  return {
    run: run.run,
    entry: run.entry,
    mount: run.mount,
    pass: run.pass,
    setting: run.setting,
    level: run.level,
    dutyPct: run.dutyPct ?? dutyOfLabel(run.setting),
    rpm: run.rpm,
    sone: sone && !sone.isBound ? sone.sone : null,
    isBound: value.isBound,
    settled: value.settled,
    value: value.value,
    resistanceKPerW: isRise && die?.resistanceKPerW.known ? die.resistanceKPerW.value : null,
    shortfall: value.shortfall,
    roomDoubtK: response.overRoom ? run.roomDoubtK : 0,
    stepU: value.stepU,
    readingsU: value.readingsU,
    heldByLimit: isRise && !fixedWatts && die?.heatLimited === true,
    byPower: isRise && fixedWatts && die?.powerSource === 'measured',
  };
}
