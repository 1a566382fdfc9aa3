import { known } from '../../outcome';
import type { Kind } from '../kind';
import { NO_READING } from '../measuredRun';
import { steady } from '../runValue';

/** What a program gave. */
export const SCORE: Kind<'score'> = {
  valueOf: ({ score }) => (score === null ? NO_READING : known(steady(score))),
  figure: ({ unit }) => `the score that the program gave${unit && `, ${unit}`}`,
};
