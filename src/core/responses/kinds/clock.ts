import { known } from '../../outcome';
import { inWindow, type Kind } from '../kind';
import { NO_READING, windowMean } from '../measuredRun';
import { steady } from '../runValue';

/** The clock that a processor held. */
export const CLOCK: Kind<'clock'> = {
  valueOf: (run) => {
    const mean = windowMean(run, 'clock_mhz') ?? run.typed.get('clock_mhz') ?? null;
    return mean === null ? NO_READING : known(steady(mean));
  },
  figure: (_, basis) => `the mean clock ${inWindow(basis)}`,
};
