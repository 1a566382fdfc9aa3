import type { FigureBasis } from './kind';
import { kindOf } from './kinds';
import type { Response } from './responses';

/**
 * What each figure of a response is, in one sentence for readers.
 *
 * figureSentence of the clock, over a window of 300 s, begins “Each figure is the mean clock in the last 5 min of a
 * settled soak”.
 */
export function figureSentence(response: Response, basis: FigureBasis): string {
  const figure = kindOf(response.source).figure(response, basis);
  return `Each figure is ${figure}; between fan settings it is interpolated, never beyond them.`;
}
