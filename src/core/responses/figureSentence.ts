import { partName, type Response } from './responses';

/** What a figure stands on that a reader has to know beside the response. */
export interface FigureBasis {
  /** Length of the settled window, s. */
  windowS: number;
  /** At a named program, which keeps the watts that it drew. */
  program: boolean;
  /** Where spot readings were taken; empty where there are none. */
  place: string;
}

const CURVE = 'between fan settings it is interpolated, never beyond them';

/**
 * What each figure of a response is, in one sentence for readers.
 *
 * figureSentence of the clock, over a window of 300 s, begins “Each figure is the mean clock in the last 5 min of a
 * settled soak”.
 */
export function figureSentence({ source, name, unit }: Response, basis: FigureBasis): string {
  const window = `in the last ${Math.round(basis.windowS / 60)} min of a settled soak`;
  const at = basis.place ? ` (${basis.place})` : '';
  switch (source.from) {
    case 'die': {
      const restated = basis.program
        ? 'with the watts that the program drew'
        : 'restated at the nominal load from the power that really flowed';
      return `Each figure is the mean rise of the die over room air ${window}, ${restated}; ${CURVE}.`;
    }
    case 'sensor':
      return `Each figure is the mean rise of a sensor over room air, ${partName({ name }).toLowerCase()}, ${window}, as measured and not restated by watts; it counts only where this sensor itself had settled; ${CURVE}.`;
    case 'clock':
      return `Each figure is the mean clock ${window}; ${CURVE}.`;
    case 'score':
      return `Each figure is the score that the program gave${unit && `, ${unit}`}; ${CURVE}.`;
    case 'reading':
      return source.quantity === 'pressure'
        ? `Each figure is the mean of a run’s readings of pressure${at}, restated by the square law from the fan’s speed during the reading to that of the run; ${CURVE}.`
        : `Each figure is the mean of a run’s readings of airspeed${at}; ${CURVE}.`;
    case 'level':
      return `Each figure is the level of the cooler alone, with the room’s own noise taken off by energy; ${CURVE}.`;
    case 'loudness':
      return `Each figure is the loudness of the cooler alone by a calibrated recording (ISO 532-1, stationary), with the room taken off band by band where it was recorded too; ${CURVE}.`;
    case 'steady-time':
      return `Each figure is the time from which on the fitted rise of the die stays within 0.5 K of its end; ${CURVE}.`;
    case 'burst':
      return `Each figure is the rise of the die over room air ${source.afterS} s after the load came on; ${CURVE}.`;
    case 'limit-time':
      return `Each figure is the time from the load until the die came within 0.8 K of its limit; who never came there has none; ${CURVE}.`;
  }
}
