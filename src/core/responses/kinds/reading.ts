import { known } from '../../outcome';
import type { Kind } from '../kind';
import { NO_READING } from '../measuredRun';
import { steady } from '../runValue';
import { spotValue } from '../spotReading';

/** The mean of a run's readings of air at a place. */
export const READING: Kind<'reading'> = {
  valueOf: ({ readings, rpm }, { quantity }, place) => {
    const mean = place === null ? null : spotValue(readings, quantity, place, rpm);
    return mean === null ? NO_READING : known({ ...steady(mean.value), readingsU: mean.standardError });
  },
  figure: ({ source }, { place }) => {
    const at = place ? ` (${place})` : '';
    return source.quantity === 'pressure'
      ? `the mean of a run’s readings of pressure${at}, converted by the square law from the fan’s speed during the reading to that of the run`
      : `the mean of a run’s readings of airspeed${at}`;
  },
};
