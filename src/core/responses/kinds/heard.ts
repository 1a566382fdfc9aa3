import { known } from '../../outcome';
import type { Kind } from '../kind';
import { NO_READING } from '../measuredRun';
import { steady } from '../runValue';

/** The level of the cooler alone, by the meter. */
export const LEVEL: Kind<'level'> = {
  valueOf: ({ levelDb }) => known(steady(levelDb)),
  figure: () => 'the level of the cooler alone, with the room’s own noise taken off by energy',
};

/** The loudness of the cooler alone, by calibrated recordings. */
export const LOUDNESS: Kind<'loudness'> = {
  valueOf: ({ sone }) =>
    sone === null ? NO_READING : known({ ...steady(sone.sone), isBound: sone.isBound }),
  figure: () =>
    'the loudness of the cooler alone by a calibrated recording (ISO 532-1, stationary), with the room noise subtracted band by band where it was recorded too',
};
