import { isMissing } from '../../missing';
import { known, unknown, type Outcome } from '../../outcome';
import { inWindow, type Kind } from '../kind';
import { dieWindow, NO_READING, type MeasuredRun } from '../measuredRun';
import { partName } from '../responses';
import { steady, type RunValue, type SensorWindow } from '../runValue';
import { sensorValue } from '../sensorValue';

/** What a mean typed by hand tells of its sensor. */
function typedSensor(readingMean: number, ambientC: number): SensorWindow {
  return {
    measured: readingMean - ambientC,
    maximum: null,
    readingMean,
    readingMaximum: null,
    slopePerMin: null,
    fit: unknown('typed by hand: there is no log'),
    tooShort: '',
    runningAway: false,
    atLimit: false,
    atLimitShare: 0,
  };
}

function sensorOf(run: MeasuredRun, heading: string): Outcome<RunValue> {
  const { channels, typed } = run;
  const sensorC = channels?.get(heading);
  const typedAmbientC = typed.get('ambient_c') ?? null;
  if (channels && sensorC && !sensorC.every(isMissing)) {
    const log = {
      timeS: channels.get('t_s')!,
      sensorC,
      ambientC: channels.get('ambient_c') ?? null,
      powerW: channels.get('power_w') ?? null,
    };
    return sensorValue(log, { ...run, typedAmbientC, ...dieWindow(run) });
  }
  const mean = typed.get(heading);
  if (mean === undefined) return NO_READING;
  if (typedAmbientC === null) return unknown('no room temperature, logged or typed');
  return known({ ...steady(mean - typedAmbientC), sensor: typedSensor(mean, typedAmbientC) });
}

/** The rise of a sensor beside the die, as measured. */
export const SENSOR: Kind<'sensor'> = {
  valueOf: (run, { heading }) => sensorOf(run, heading),
  figure: (response, basis) =>
    `the mean rise of a sensor over room air, ${partName(response).toLowerCase()}, ${inWindow(basis)}, as measured and not converted by watts; it counts only where this sensor itself had settled`,
};
